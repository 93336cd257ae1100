import { defineConfig, mergeConfig } from 'vitest/config'
import { shared } from './vitest.shared'

/** Tests of one folder of core alone, named by the script that tries faults on it. */
export default mergeConfig(
  shared,
  // Copies that faults are made in have no generated settings of the compiler; the defaults do. What never ends by a
  // fault is ended by the tool that made it.
  defineConfig({
    esbuild: { tsconfigRaw: '{}' },
    test: { testTimeout: 0, include: [`${process.env.MUTANTS_FOLDER}/**/*.test.ts`] },
  }),
)
