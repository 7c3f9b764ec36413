import './theme/reset.css'
import 'vuetify/styles/core'
import './theme/base.css'
import './theme/forced.css'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from './App.vue'
import { keepFocus } from './composables/keepFocus'
import { lastNet } from './composables/lastNet'
import { router } from './router'
import { takeUpOutbox } from './stores/outbox'
import { vuetify } from './theme/vuetify'

const app = createApp(App)
lastNet(app)
keepFocus()
app.use(createPinia()).use(router).use(vuetify).mount('#app')
takeUpOutbox()
