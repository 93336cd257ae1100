import { defineConfig, mergeConfig } from 'vitest/config'
import { shared } from './vitest.shared'

export default mergeConfig(
  shared,
  defineConfig({
    test: {
      include: ['tests/browser/**/*.test.ts'],
      testTimeout: 120_000,
      hookTimeout: 60_000,
      // One browser at a time: two are a third faster on two cores, but pictures then take longer than is waited for.
      fileParallelism: false,
    },
  }),
)
