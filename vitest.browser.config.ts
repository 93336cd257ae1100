import { defineConfig, mergeConfig } from 'vitest/config'
import { shared } from './vitest.shared'

export default mergeConfig(
  shared,
  defineConfig({
    test: {
      include: ['tests/browser/**/*.test.ts'],
      testTimeout: 120_000,
      hookTimeout: 60_000,
      // Each file has a server and a browser of its own; two at a time use what one leaves idle.
      maxWorkers: 2,
    },
  }),
)
