import { fileURLToPath } from 'node:url'

import vue from '@vitejs/plugin-vue'
import AutoImport from 'unplugin-auto-import/vite'
import { ElementPlusResolver } from 'unplugin-vue-components/resolvers'
import Components from 'unplugin-vue-components/vite'
import { defineConfig } from 'vitest/config'

// In tests the parts come whole and without their styles: one file is read in a tenth of the time that hundreds are.
const testing = Boolean(process.env.VITEST)
const parts = [ElementPlusResolver(testing ? { importStyle: false } : {})]
const whole = testing ? [{ find: /^element-plus(\/es)?$/, replacement: 'element-plus/dist/index.full.mjs' }] : []
const api = process.env.WAYMARK_API ?? 'http://127.0.0.1:8717'

export default defineConfig({
  resolve: { alias: [{ find: '@', replacement: fileURLToPath(new URL('./src', import.meta.url)) }, ...whole] },
  plugins: [
    vue(),
    AutoImport({ resolvers: parts, dts: 'src/auto-imports.d.ts' }),
    Components({ dirs: [], resolvers: parts, dts: 'src/components.d.ts' }),
  ],
  build: {
    // The screens wait for their language's texts before they are shown.
    target: 'es2022',
    outDir: '../src/waymark/web/static',
    emptyOutDir: true,
    // A strict content policy takes no data: fonts or scripts.
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 600,
  },
  server: { proxy: { '/api': api } },
  test: {
    environment: 'happy-dom',
    include: ['src/**/*.test.ts'],
    setupFiles: ['src/shared/test-setup.ts'],
    // A busy machine mounts the large screens slowly; that is no failure.
    testTimeout: 60_000,
    // A worker keeps its libraries from file to file: five times as fast as a new one for each.
    pool: 'vmThreads',
  },
})
