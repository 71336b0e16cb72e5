import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { brotliCompressSync, gzipSync } from 'node:zlib'
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

/** Packs what is built ahead, as small as it gets: the server sends what the browser can open. */
const packed: Plugin = {
  name: 'pack-what-is-built',
  writeBundle({ dir = '' }, bundle) {
    for (const name of Object.keys(bundle).filter((one) => /\.(js|css)$/.test(one))) {
      const path = join(dir, name)
      const plain = readFileSync(path)
      writeFileSync(`${path}.gz`, gzipSync(plain, { level: 9 }))
      writeFileSync(`${path}.br`, brotliCompressSync(plain))
    }
  },
}

export default defineConfig({
  plugins: [react(), tailwindcss(), listed, packed],
  // The package carries the built front end, so that the wheel runs without Node.
  build: {
    outDir: '../src/veltrin/web_dist',
    emptyOutDir: true,
    chunkSizeWarningLimit: 700,
    // What the Bench needs in one file, what several places share in another: few questions, and well packed.
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            { name: 'start', tags: ['$initial'], priority: 2 },
            // One word's meaning comes from the list of all words, which is in the desk's sheets.
            { name: 'overlays', test: /ui\/overlays|drawing\/Outline/, priority: 1 },
            { name: 'desk', test: /MeaningText|DeskSheets|SignIn/, priority: 1 },
            { name: 'shared', minShareCount: 2, priority: 1 },
          ],
        },
      },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:8710' } },
  // At most: longer than any wait within a test (src/test/setup.ts), so that it is the wait that tells what is missing.
  test: {
    environment: 'jsdom',
    isolate: false,
    setupFiles: 'src/test/setup.ts',
    testTimeout: 120_000,
    hookTimeout: 120_000,
  },
})
