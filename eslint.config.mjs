// @ts-check
import jsdoc from 'eslint-plugin-jsdoc'
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
      'no-nested-ternary': 'error',
      'max-params': ['error', 5],
    },
  },
  {
    // Every name that another file may use says what it is.
    files: ['{app,cli,core,server,services,wording}/**/*.ts'],
    ignores: ['**/*.test.ts', '**/*.bench.ts'],
    plugins: { jsdoc },
    rules: {
      'jsdoc/require-jsdoc': [
        'error',
        {
          publicOnly: { esm: true, cjs: false, window: false },
          enableFixer: false,
          require: { ArrowFunctionExpression: true, ClassDeclaration: true, FunctionDeclaration: true },
          contexts: [
            'ExportNamedDeclaration > VariableDeclaration',
            'ExportNamedDeclaration > TSTypeAliasDeclaration',
            'ExportNamedDeclaration > TSInterfaceDeclaration',
          ],
        },
      ],
    },
  },
  {
    // Inner loops take what they need as it is: an object for each ray would be made and thrown away again.
    files: ['core/physics/{geometry,transport,figure}/**/*.ts', 'core/imaging/regions/maps.ts'],
    rules: { 'max-params': 'off' },
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
