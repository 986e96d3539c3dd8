import vue from '@vitejs/plugin-vue'
import { ElementPlusResolver } from 'unplugin-vue-components/resolvers'
import components from 'unplugin-vue-components/vite'
import { defineConfig } from 'vite'

export default defineConfig({
  plugins: [
    vue(),
    components({
      dirs: [], // our own parts are imported by name
      resolvers: [ElementPlusResolver({ importStyle: 'css' })],
      dts: 'components.gen.d.ts',
    }),
  ],
  build: { target: 'es2022', modulePreload: { polyfill: false } },
  server: { proxy: { '/api': 'http://127.0.0.1:8484' } },
})
