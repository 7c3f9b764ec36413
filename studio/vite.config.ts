import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'

export default defineConfig({
  base: '/static/studio/',
  plugins: [vue()],
  build: {
    outDir: '../kindknock/built/studio',
    emptyOutDir: true,
    target: 'es2022',
    assetsInlineLimit: 2048,
    reportCompressedSize: true,
  },
})
