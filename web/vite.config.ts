import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  plugins: [react(), tailwindcss()],
  // The package carries the built front end, so that the wheel runs without Node.
  build: { outDir: '../src/veltrin/web_dist', emptyOutDir: true },
  server: { proxy: { '/api': 'http://127.0.0.1:8710' } },
  test: { environment: 'jsdom' },
})
