import { readdirSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { join } from 'node:path'
import tailwindcss from '@tailwindcss/vite'
import { build } from 'vite'
import { withEarlyWorker } from './server/shell/earlyWorker'

/** The path that the app lives under, with a slash at both ends: another than / where a proxy gives it a sub-path. */
const base = `/${(process.env.KEEN_TONAL_BASE ?? '').split('/').filter(Boolean).join('/')}/`.replace('//', '/')

const folder = (path: string) => fileURLToPath(new URL(path, import.meta.url))

/** Bundles the bench's thread beside the server: the server's own bundler knows one entry. */
const buildThread = (serverDir: string) =>
  build({
    configFile: false,
    publicDir: false,
    logLevel: 'warn',
    resolve: { alias: { '#core': folder('./core'), '#wording': folder('./wording') } },
    ssr: { noExternal: true, external: ['sharp'] },
    build: {
      ssr: folder('./server/bench/thread.ts'),
      outDir: join(serverDir, 'bench'),
      emptyOutDir: true,
      target: 'node20',
      rollupOptions: { output: { entryFileNames: 'thread.mjs' } },
    },
  })

export default defineNuxtConfig({
  modules: ['@pinia/nuxt', '@vueuse/nuxt', '@nuxt/eslint', '@vite-pwa/nuxt'],
  ssr: false,
  // What a file uses it names: arrows inside the app are seen by readers and by lint.
  components: false,
  imports: { autoImport: false },
  devtools: { enabled: false },
  app: {
    baseURL: base,
    head: {
      title: 'Keen Tonal',
      htmlAttrs: { lang: 'en' },
      meta: [
        { name: 'viewport', content: 'width=device-width, initial-scale=1' },
        { name: 'description', content: 'Plan, meter and hit the tone of a studio backdrop.' },
        { name: 'theme-color', content: '#262626' },
      ],
      link: [
        { rel: 'icon', type: 'image/svg+xml', href: `${base}mark.svg` },
        { rel: 'manifest', href: `${base}manifest.webmanifest` },
      ],
    },
  },
  css: ['~/assets/css/main.css'],
  alias: { '#core': folder('./core'), '#services': folder('./services'), '#wording': folder('./wording') },
  sourcemap: { client: false, server: false },
  // Without the environment API the development server finds no entry when nothing is rendered on the server.
  experimental: {
    viteEnvironmentApi: true,
    // Pages come when somebody is about to go there, not while the first one is worked out.
    defaults: { nuxtLink: { prefetchOn: { visibility: false, interaction: true } } },
  },
  compatibilityDate: '2026-11-01',
  nitro: {
    // What a browser takes compressed is sent so.
    compressPublicAssets: { gzip: true, brotli: false },
    // The offline fallback needs one ready-made page.
    prerender: { routes: ['/'], crawlLinks: false },
    typescript: { tsConfig: { exclude: ['../**/*.test.ts'] } },
  },
  vite: {
    define: { KEEN_TONAL_BASE: JSON.stringify(base) },
    plugins: [tailwindcss()],
    resolve: {
      // The writer of PDFs asks for these only where it draws pages of HTML, which it never does here.
      alias: Object.fromEntries(
        ['html2canvas', 'canvg', 'dompurify'].map(name => [name, folder('./app/support/nothing.ts')]),
      ),
    },
    worker: { format: 'es' },
  },
  // Tests are checked with settings of their own, in tests/tsconfig.json.
  typescript: { strict: true, tsConfig: { exclude: ['../**/*.test.ts'] } },
  telemetry: false,
  hooks: {
    // What comes when it is needed is not fetched beside what the first page needs.
    'build:manifest': manifest => {
      for (const item of Object.values(manifest)) if (item.isEntry) item.dynamicImports = []
    },
    'nitro:init': nitro => {
      if (nitro.options.dev) return
      // Our own door; the one that makes the ready-made page has another.
      nitro.options.entry = folder('./server/entry.ts')
      nitro.hooks.hook('prerender:generate', page => {
        if (page.route !== '/' || !page.contents) return
        page.contents = withEarlyWorker(
          page.contents,
          base,
          readdirSync(join(nitro.options.buildDir, 'dist/client/_nuxt')),
        )
      })
      nitro.hooks.hook('compiled', async () => {
        await buildThread(nitro.options.output.serverDir)
      })
    },
  },
  eslint: { config: { stylistic: false } },
  pwa: {
    base,
    scope: base,
    registerType: 'prompt',
    manifest: {
      id: base,
      scope: base,
      start_url: base,
      name: 'Keen Tonal',
      short_name: 'Keen Tonal',
      description: 'Plan, meter and hit the tone of a studio backdrop.',
      theme_color: '#262626',
      background_color: '#262626',
      display: 'standalone',
      icons: [
        { src: `${base}mark.svg`, sizes: 'any', type: 'image/svg+xml' },
        { src: `${base}icons/192.png`, sizes: '192x192', type: 'image/png' },
        { src: `${base}icons/512.png`, sizes: '512x512', type: 'image/png' },
        { src: `${base}icons/maskable-512.png`, sizes: '512x512', type: 'image/png', purpose: 'maskable' },
      ],
      file_handlers: [
        { action: `${base}sets`, accept: { 'application/json': ['.json'], 'application/zip': ['.zip'] } },
      ],
      share_target: {
        action: `${base}share`,
        method: 'POST',
        enctype: 'multipart/form-data',
        params: { files: [{ name: 'pictures', accept: ['image/*'] }] },
      },
    },
    workbox: {
      sourcemap: false,
      importScripts: [`${base}share.js`],
      navigateFallback: base,
      navigateFallbackDenylist: [new RegExp(`^${base}api/`)],
      globPatterns: ['**/*.{js,css,html,svg,woff2,wasm,png}'],
      globIgnores: ['share.js', 'sw.js', 'workbox-*.js'],
      // The libraries for raw files and HEIC, so that they are there without a network too.
      maximumFileSizeToCacheInBytes: 4_000_000,
    },
  },
})
