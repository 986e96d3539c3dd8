import vue from '@vitejs/plugin-vue'
import { ElementPlusResolver } from 'unplugin-vue-components/resolvers'
import components from 'unplugin-vue-components/vite'
import { defineConfig } from 'vitest/config'
import { VitePWA } from 'vite-plugin-pwa'
import { ahead } from './ahead'

export default defineConfig({
  plugins: [
    vue(),
    ahead(),
    components({
      dirs: [], // our own parts are imported by name
      resolvers: [ElementPlusResolver({ importStyle: 'css' })],
      dts: 'components.gen.d.ts',
    }),
    // The pages, kept whole for work out of reach; what they show is kept by the pages themselves.
    VitePWA({
      registerType: 'prompt', // a page in use is not taken away under the saw
      injectRegister: false, // no script stands in the page
      manifest: {
        name: 'Gnomon',
        short_name: 'Gnomon',
        description: 'From tape to saw: trim that fits first time.',
        id: '/',
        start_url: '/',
        scope: '/',
        display: 'standalone',
        background_color: '#F5F2EB',
        theme_color: '#F5F2EB',
        icons: [
          { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png' },
          { src: '/icon-512-masked.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
        ],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,woff2,svg,png}'],
        globIgnores: ['**/charts-*.js'], // what draws the Log's charts is fetched where one is shown
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//, /^\/trust/],
        cleanupOutdatedCaches: true,
        inlineWorkboxRuntime: true,
        sourcemap: false,
      },
    }),
  ],
  test: { include: ['src/**/*.test.ts'] },
  build: { target: 'es2022', modulePreload: { polyfill: false } },
  server: { proxy: { '/api': 'http://127.0.0.1:8484' } },
})
