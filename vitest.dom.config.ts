import { fileURLToPath } from 'node:url'
import vue from '@vitejs/plugin-vue'
import type { Plugin } from 'vite'
import { defineConfig, mergeConfig } from 'vitest/config'
import { PAGE_LEFT } from './tests/support/dom/pageLeft'
import { shared } from './vitest.shared'

const standIn = (name: string) => fileURLToPath(new URL(`./tests/support/dom/${name}.ts`, import.meta.url))

/**
 * Makes the full quality of light that of a draft, in these tests alone: none of them asserts a figure that a draft
 * does not hold, and the rays take most of their time.
 */
const draftQuality = (): Plugin => ({
  name: 'draft-quality',
  transform(code, id) {
    if (!id.endsWith('/core/physics/transport/stage.ts')) return undefined
    const changed = code
      .replace('export const QUALITY', 'const FULL_QUALITY')
      .replace('...QUALITY,', '...FULL_QUALITY,')
      .concat('\nconst QUALITY = DRAFT_QUALITY\nexport { QUALITY }\n')
    if (!changed.includes('...FULL_QUALITY,')) throw new Error('stage.ts defines its qualities in another way now.')
    return changed
  },
})

/** The app and its components on a document in Node, without a browser. */
export default mergeConfig(
  shared,
  defineConfig({
    plugins: [vue(), draftQuality()],
    resolve: {
      alias: [
        { find: /^#(imports|components)$/, replacement: standIn('nuxtStandIn') },
        { find: /^\.{1,2}\/smallPicture$/, replacement: standIn('blankPicture') },
      ],
    },
    test: {
      environment: 'happy-dom',
      setupFiles: ['fake-indexeddb/auto'],
      testTimeout: 300_000,
      hookTimeout: 300_000,
      maxWorkers: '100%',
      // Modules are loaded once for all files of a thread; each file opens the app on an empty database.
      isolate: false,
      include: ['app/**/*.dom.test.ts'],
      // Questions that were open when a page was left have nobody to answer to.
      onUnhandledError: ({ message }) => !message.includes(PAGE_LEFT),
    },
  }),
)
