/**
 * Vuetify's button with a waiting sign of ours: its own is a progress bar without a name to whoever listens.
 */
import { defineComponent, h } from 'vue'
import { VBtn } from 'vuetify/components/VBtn'

export const OurBtn = defineComponent({
  name: 'OurBtn',
  inheritAttrs: false,
  setup(_, { attrs, slots }) {
    const loader = () => h('span', { class: 'waiting', 'aria-hidden': 'true' }, '…')
    return () => h(VBtn, { ...attrs, 'aria-busy': attrs.loading ? 'true' : undefined }, { loader, ...slots })
  },
})
