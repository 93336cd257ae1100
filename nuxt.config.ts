import { fileURLToPath } from 'node:url'
import tailwindcss from '@tailwindcss/vite'

export default defineNuxtConfig({
  modules: ['@pinia/nuxt', '@vueuse/nuxt', '@nuxt/eslint', '@vite-pwa/nuxt'],
  ssr: false,
  components: [{ path: '~/components', pathPrefix: false }],
  imports: { dirs: ['stores'] },
  devtools: { enabled: false },
  app: {
    head: {
      title: 'Keen Tonal',
      htmlAttrs: { lang: 'en' },
      meta: [
        { name: 'viewport', content: 'width=device-width, initial-scale=1' },
        { name: 'description', content: 'Plan, meter and hit the tone of a studio backdrop.' },
        { name: 'theme-color', content: '#262626' },
      ],
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/mark.svg' }],
    },
  },
  css: ['~/assets/css/main.css'],
  alias: { '#core': fileURLToPath(new URL('./core', import.meta.url)) },
  // Without the environment API the development server finds no entry when nothing is rendered on the server.
  experimental: { viteEnvironmentApi: true },
  compatibilityDate: '2026-11-01',
  nitro: {
    // The offline fallback needs one ready-made page.
    prerender: { routes: ['/'], crawlLinks: false },
    typescript: { tsConfig: { exclude: ['../**/*.test.ts'] } },
  },
  vite: {
    plugins: [tailwindcss()],
    worker: { format: 'es' },
  },
  // Tests are checked with settings of their own, in tests/tsconfig.json.
  typescript: { strict: true, tsConfig: { exclude: ['../**/*.test.ts'] } },
  telemetry: false,
  eslint: { config: { stylistic: true } },
  pwa: {
    registerType: 'prompt',
    manifest: {
      name: 'Keen Tonal',
      short_name: 'Keen Tonal',
      description: 'Plan, meter and hit the tone of a studio backdrop.',
      theme_color: '#262626',
      background_color: '#262626',
      display: 'standalone',
      icons: [{ src: '/mark.svg', sizes: 'any', type: 'image/svg+xml' }],
    },
    workbox: {
      navigateFallback: '/',
      navigateFallbackDenylist: [/^\/api\//],
      globPatterns: ['**/*.{js,css,html,svg,woff2}'],
    },
  },
})
