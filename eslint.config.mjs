// @ts-check
import prettier from 'eslint-config-prettier/flat'
import withNuxt from './.nuxt/eslint.config.mjs'

const INTERFACE = [
  'vue',
  'vue/*',
  'nuxt',
  'nuxt/*',
  'pinia',
  'dexie',
  'echarts',
  'vue-router',
  'comlink',
  'h3',
  'nitropack',
  '@vueuse/*',
  '@headlessui/*',
  '#app',
  '#imports',
  '~/*',
  '@/*',
]

const coreKnowsNone = 'core is pure computation: app, server and cli know core, never the other way.'

export default withNuxt(
  prettier,
  {
    rules: {
      'max-lines': ['error', { max: 370, skipBlankLines: true }],
      'max-len': [
        'error',
        { code: 120, ignoreStrings: true, ignoreTemplateLiterals: true, ignoreRegExpLiterals: true },
      ],
      'no-console': 'error',
    },
  },
  {
    // Arrows point one way: core knows neither the interface, nor storage, nor the server.
    files: ['core/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { group: INTERFACE, message: coreKnowsNone },
            { group: ['**/app/**', '**/server/**', '**/cli/**'], message: coreKnowsNone },
          ],
        },
      ],
    },
  },
  {
    files: ['server/**/*.ts', 'cli/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ group: ['~/*', '**/app/**'], message: 'Server and cli know core, not the interface.' }] },
      ],
    },
  },
  // Markup is kept short by the formatter; only a class list or a sentence may be longer.
  { files: ['**/*.vue'], rules: { 'max-len': 'off' } },
  { files: ['scripts/**', 'tests/bench/**'], rules: { 'no-console': 'off' } },
)
