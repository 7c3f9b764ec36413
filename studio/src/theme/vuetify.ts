/** Vuetify's theme and the defaults of its parts, once for all screens. */
import { createVuetify } from 'vuetify'
import { VApp } from 'vuetify/components/VApp'
import { VMenu } from 'vuetify/components/VMenu'
import { VSnackbar } from 'vuetify/components/VSnackbar'
import { VTextField } from 'vuetify/components/VTextField'
import { VTextarea } from 'vuetify/components/VTextarea'
import { OurBtn } from './button'

export const vuetify = createVuetify({
  components: { VApp, VBtn: OurBtn, VMenu, VSnackbar, VTextField, VTextarea },
  theme: {
    defaultTheme: 'kindknock',
    themes: {
      kindknock: {
        dark: false,
        colors: {
          background: '#F6EFE6',
          surface: '#FFFCF6',
          primary: '#5E1F38',
          secondary: '#8A5A06',
          error: '#8F3A1A',
          success: '#35573D',
          warning: '#8A5A06',
          info: '#3A1424',
          'on-background': '#2B2226',
          'on-surface': '#2B2226',
          'on-primary': '#FFFCF6',
        },
      },
    },
  },
  defaults: {
    global: { ripple: false },
    VBtn: { variant: 'flat' },
    VTextField: { variant: 'solo', flat: true, density: 'compact', hideDetails: true, singleLine: true },
    VTextarea: {
      variant: 'solo',
      flat: true,
      density: 'compact',
      hideDetails: true,
      autoGrow: true,
      rows: 2,
      singleLine: true,
    },
    VMenu: { offset: 6, transition: 'fade-transition' },
  },
  icons: { defaultSet: 'none', sets: {}, aliases: {} },
})
