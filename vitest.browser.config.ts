import { defineConfig, mergeConfig } from 'vitest/config'
import { shared } from './vitest.shared'

export default mergeConfig(
  shared,
  defineConfig({
    test: {
      include: ['tests/browser/**/*.test.ts'],
      testTimeout: 120_000,
      hookTimeout: 60_000,
      // One browser at a time keeps the journeys apart and the machine calm.
      fileParallelism: false,
    },
  }),
)
