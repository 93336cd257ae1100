import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  resolve: {
    alias: {
      '#core': fileURLToPath(new URL('./core', import.meta.url)),
      '#support': fileURLToPath(new URL('./tests/support', import.meta.url)),
      '~': fileURLToPath(new URL('./app', import.meta.url)),
    },
  },
  test: {
    include: ['core/**/*.test.ts', 'app/**/*.test.ts', 'server/**/*.test.ts', 'scripts/**/*.test.ts', 'tests/*.test.ts'],
    environment: 'node',
  },
})
