import { defineConfig, mergeConfig } from 'vitest/config'
import { shared } from './vitest.shared'

export default mergeConfig(
  shared,
  defineConfig({
    test: {
      // The reference traces many paths; how long that takes on a busy machine is no finding.
      testTimeout: 60_000,
      maxWorkers: '100%',
      // Whole solves and searches have a run of their own (vitest.slow.config.ts).
      exclude: ['**/node_modules/**', '**/*.slow.test.ts'],
      include: [
        'core/**/*.test.ts',
        'app/**/*.test.ts',
        'server/**/*.test.ts',
        'services/**/*.test.ts',
        'wording/**/*.test.ts',
        'tests/*.test.ts',
        'tests/{reference,golden}/*.test.ts',
      ],
    },
  }),
)
