declare module 'vuetify/styles'
