import { fileURLToPath } from 'node:url'
import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'
import vuetify from 'vite-plugin-vuetify'
import { markdown } from './markdown'

export default defineConfig({
  base: '/static/',
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  plugins: [markdown(), vue(), vuetify({ autoImport: true })],
  // Every component is a setup function: the other form of writing them need not be sent.
  define: { __VUE_OPTIONS_API__: 'false' },
  html: { cspNonce: '__NONCE__' },
  build: {
    outDir: 'dist',
    assetsInlineLimit: 0,
    sourcemap: false,
    target: 'es2022',
    // Every browser for which this is built loads modules ahead by itself.
    modulePreload: { polyfill: false },
  },
})
