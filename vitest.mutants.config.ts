import { defineConfig, mergeConfig } from 'vitest/config'
import { shared } from './vitest.shared'

/** Tests of one folder of core alone, named by the script that tries faults on it. */
export default mergeConfig(
  shared,
  // Copies that faults are made in have no generated settings of the compiler; the defaults do.
  defineConfig({
    esbuild: { tsconfigRaw: '{}' },
    test: { testTimeout: 60_000, include: [`${process.env.MUTANTS_FOLDER}/**/*.test.ts`] },
  }),
)
