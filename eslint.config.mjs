// @ts-check
import { readdirSync } from 'node:fs'
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
  '\\#app',
  '\\#imports',
  '~/*',
  '@/*',
]

/** Files of core as other files of core name them; the patterns know no braces. */
function inCore(...paths) {
  return paths.flatMap(path => ['../', '../../', '../../../'].flatMap(up => [`${up}${path}`, `${up}${path}/**`]))
}

/** Bans imports of some files, and says why. */
const ban = (message, ...group) => ({ group, message })
const coreKnowsNone = [
  ban(
    'core is pure computation: the others know core, never the other way.',
    ...INTERFACE,
    '\\#wording/**',
    '\\#services/**',
  ),
  ban(
    'core is pure computation: the others know core, never the other way.',
    '**/app/**',
    '**/server/**',
    '**/cli/**',
    '**/services/**',
    '**/wording/**',
  ),
]
/** The features of the interface; each keeps to itself. */
const FEATURES = readdirSync(new URL('app/features', import.meta.url)).toSorted()
/** The insides of features as files of the interface name them. */
const inFeatures = features =>
  features.flatMap(feature => [
    `~/features/${feature}/**`,
    ...['../', '../../', '../../../'].flatMap(up => [`${up}${feature}/**`, `${up}features/${feature}/**`]),
  ])
const asksStores = [
  ban('Components ask stores; only stores know the services.', '\\#services/**/*Service', '**/*.worker'),
  ban('Dexie is known to storage alone.', 'dexie'),
]
const SHARED_IS_BELOW = 'What several features use knows none of them.'
/** Arrows between parts of core that must not be; a rule of its own for each folder. */
const arrows = {
  'core/physics': ban(
    'Physics knows light and surfaces, no set.',
    ...inCore('model', 'scene', 'evaluation', 'edits', 'solve', 'checks', 'imaging'),
  ),
  'core/imaging': ban(
    'Imaging reads pictures and knows no set; test frames bind the two.',
    ...inCore('model', 'scene', 'evaluation', 'edits', 'solve', 'checks', 'brief'),
  ),
  'core/model': ban(
    'The model is what everything else is about: it knows physics alone.',
    ...inCore('scene', 'evaluation', 'edits', 'solve', 'checks', 'brief', 'metering'),
  ),
  'core/checks': ban(
    'Checks find and propose; what to do is searched elsewhere.',
    ...inCore(
      'solve/moves',
      'solve/evenBackdrop',
      'solve/explore',
      'solve/sensitivity',
      'solve/toneSweep',
      'solve/walkLine',
    ),
  ),
  'core/brief': ban('The brief asks what can be done; what to do is searched elsewhere.', ...inCore('solve')),
}

export default withNuxt(
  prettier,
  // The loops are AssemblyScript: their own compiler checks them.
  { ignores: ['.stryker-tmp/**', 'core/physics/loops/assembly/**'] },
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
    files: [
      'core/physics/{geometry,transport,figure,loops}/**/*.ts',
      'core/render/{gBuffer,placesSeen}.ts',
      'core/imaging/regions/maps.ts',
    ],
    rules: { 'max-params': 'off' },
  },
  {
    // Arrows point one way: core knows neither the interface, nor storage, nor the server, nor words.
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: { 'no-restricted-imports': ['error', { patterns: coreKnowsNone }] },
  },
  ...Object.entries(arrows).map(([folder, arrow]) => ({
    files: [`${folder}/**/*.ts`],
    ignores: ['**/*.test.ts'],
    rules: { 'no-restricted-imports': ['error', { patterns: [...coreKnowsNone, arrow] }] },
  })),
  {
    files: ['server/**/*.ts', 'cli/**/*.ts', 'wording/**/*.ts', 'services/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [ban('Server, cli, wording and services know core, not the interface.', '~/*', '**/app/**')] },
      ],
    },
  },
  {
    // What is worked out is asked of a store; where it is worked out only the stores know.
    files: ['app/{shared,shell}/**/*.{ts,vue}'],
    rules: {
      'no-restricted-imports': ['error', { patterns: [...asksStores, ban(SHARED_IS_BELOW, ...inFeatures(FEATURES))] }],
    },
  },
  { files: ['app/pages/**/*.vue'], rules: { 'no-restricted-imports': ['error', { patterns: asksStores }] } },
  ...FEATURES.map(feature => ({
    files: [`app/features/${feature}/**/*.{ts,vue}`],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            ...asksStores,
            ban(
              'A feature does not know the inside of another; what two use lies in app/shared, and a page puts them together.',
              ...inFeatures(FEATURES.filter(other => other !== feature)),
            ),
          ],
        },
      ],
    },
  })),
  {
    // Fields and other pieces of the interface are told what they show.
    files: ['app/ui/**/*.{ts,vue}'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            ban(
              'A piece of the interface has props only.',
              '~/stores/**',
              '~/shared/**',
              '~/features/**',
              '~/document/**',
              '../stores/**',
              '../shared/**',
              '../features/**',
              '../document/**',
            ),
          ],
        },
      ],
    },
  },
  {
    // A test judges what everybody judges: by one evaluation.
    files: ['tests/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            ban(
              'A test asks for an evaluation (core/evaluation/evaluation) instead of composing one.',
              '\\#core/evaluation/areaReadout',
              '\\#core/evaluation/constraints',
              '\\#core/evaluation/pointConstraint',
            ),
          ],
        },
      ],
    },
  },
  // Markup is kept short by the formatter; only a class list or a sentence may be longer.
  { files: ['**/*.vue'], rules: { 'max-len': 'off' } },
  { files: ['scripts/**', 'tests/bench/**'], rules: { 'no-console': 'off' } },
)
