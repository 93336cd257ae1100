import { defineConfig, mergeConfig } from 'vitest/config'
import { shared } from './vitest.shared'

/** Tests of one folder of core alone, named by the script that tries faults on it. */
export default mergeConfig(
  shared,
  defineConfig({ test: { testTimeout: 60_000, include: [`${process.env.MUTANTS_FOLDER}/**/*.test.ts`] } }),
)
