import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const folder = (path: string) => fileURLToPath(new URL(path, import.meta.url))

/** Names for folders, as the app has them. */
export const shared = defineConfig({
  resolve: {
    alias: {
      '#core': folder('./core'),
      '#support': folder('./tests/support'),
      '#services': folder('./services'),
      '#wording': folder('./wording'),
      '~': folder('./app'),
    },
  },
})
