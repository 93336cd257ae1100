// @ts-check
import withNuxt from './.nuxt/eslint.config.mjs'

const INTERFACE = ['vue', 'vue/*', 'nuxt', 'nuxt/*', 'pinia', 'dexie', 'echarts', 'vue-router', 'comlink', 'h3', 'nitropack', '@vueuse/*', '@headlessui/*', '#app', '#imports', '~/*', '@/*']

export default withNuxt(
  {
    rules: {
      'max-lines': ['error', { max: 260, skipBlankLines: true }],
      'no-console': 'error',
    },
  },
  {
    // Arrows point one way: core knows neither the interface, nor storage, nor the server.
    files: ['core/**/*.ts'],
    rules: { 'no-restricted-imports': ['error', { patterns: [{ group: INTERFACE, message: 'core is pure computation: app, server and cli know core, never the other way.' }, { group: ['**/app/**', '**/server/**', '**/cli/**'], message: 'core is pure computation: app, server and cli know core, never the other way.' }] }] },
  },
  {
    files: ['server/**/*.ts', 'cli/**/*.ts'],
    rules: { 'no-restricted-imports': ['error', { patterns: [{ group: ['~/*', '**/app/**'], message: 'Server and cli know core, not the interface.' }] }] },
  },
  { files: ['scripts/**', 'tests/bench/**'], rules: { 'no-console': 'off' } },
)
