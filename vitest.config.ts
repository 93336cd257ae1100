import { defineConfig, mergeConfig } from 'vitest/config'
import { shared } from './vitest.shared'

export default mergeConfig(
  shared,
  defineConfig({
    test: {
      // Before any other module: Dexie looks for a database when it is loaded, and modules are shared between files.
      setupFiles: ['fake-indexeddb/auto'],
      // The reference traces many paths; how long that takes on a busy machine is no finding.
      testTimeout: 300_000,
      hookTimeout: 300_000,
      maxWorkers: '100%',
      // Modules of the core hold nothing that one file could leave to the next: a third of the run is saved.
      isolate: false,
      // Whole solves and searches have a run of their own (vitest.slow.config.ts).
      exclude: ['**/node_modules/**', '**/*.slow.test.ts', '**/*.dom.test.ts'],
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
