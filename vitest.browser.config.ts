import { defineConfig, mergeConfig } from 'vitest/config'
import { shared } from './vitest.shared'

export default mergeConfig(
  shared,
  defineConfig({
    test: {
      include: ['tests/browser/**/*.test.ts'],
      testTimeout: 600_000,
      hookTimeout: 180_000,
      // Two at a time leave neither core idle while a page is waited for.
      maxWorkers: 2,
    },
  }),
)
