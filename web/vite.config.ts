import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import type { Plugin } from 'vite'
import { defineConfig } from 'vitest/config'

/** Names everything that is built, for the page's shell without a network (public/sw.js). */
const listed: Plugin = {
  name: 'list-what-is-built',
  generateBundle(_options, bundle) {
    const names = Object.keys(bundle).filter((name) => name.startsWith('assets/'))
    const source = JSON.stringify(names.map((name) => `/${name}`))
    this.emitFile({ type: 'asset', fileName: 'built.json', source })
  },
}

export default defineConfig({
  plugins: [react(), tailwindcss(), listed],
  // The package carries the built front end, so that the wheel runs without Node.
  build: { outDir: '../src/veltrin/web_dist', emptyOutDir: true },
  server: { proxy: { '/api': 'http://127.0.0.1:8710' } },
  test: { environment: 'jsdom' },
})
