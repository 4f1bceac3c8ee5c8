import { existsSync, statSync } from 'node:fs'
import { defineConfig } from 'vitest/config'
import vue from '@vitejs/plugin-vue'
import vuetify from 'vite-plugin-vuetify'

// The engraver is not bundled: scripts/vendor.mjs puts it under public/vendor, and the worker loads it when it is needed.
const engraver = new URL('./public/vendor/verovio-6.3.0/verovio-module.mjs', import.meta.url)

export default defineConfig({
  define: { __ENGRAVER_BYTES__: existsSync(engraver) ? statSync(engraver).size : 0 },
  plugins: [vue(), vuetify({ autoImport: true })],
  server: { proxy: { '/api': { target: 'http://127.0.0.1:9393', changeOrigin: false } } },
  worker: { format: 'es' },
  build: { chunkSizeWarningLimit: 700 },
  test: { pool: 'threads', isolate: false, server: { deps: { inline: ['vuetify'] } }, include: ['src/**/*.test.ts'] },
})
