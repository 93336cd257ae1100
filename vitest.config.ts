import { defineConfig, mergeConfig } from 'vitest/config'
import { shared } from './vitest.shared'

export default mergeConfig(shared, defineConfig({
  test: { include: ['core/**/*.test.ts', 'app/**/*.test.ts', 'server/**/*.test.ts', 'tests/*.test.ts', 'tests/reference/*.test.ts'] },
}))
