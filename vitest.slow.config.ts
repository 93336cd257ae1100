import { defineConfig, mergeConfig } from 'vitest/config'
import { shared } from './vitest.shared'

/** Whole solves and searches, apart from what a developer runs at every turn. */
export default mergeConfig(
  shared,
  defineConfig({
    test: {
      testTimeout: 900_000,
      hookTimeout: 900_000,
      maxWorkers: '100%',
      isolate: false,
      include: ['{core,app,services,tests}/**/*.slow.test.ts'],
    },
  }),
)
