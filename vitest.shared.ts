import { defineConfig } from 'vitest/config'
import { NAMES } from './scripts/support/names.mjs'

/** Settings of every kind of test: the project's names for folders, and failures that print whole lists. */
export const shared = defineConfig({ resolve: { alias: NAMES }, test: { chaiConfig: { truncateThreshold: 1000 } } })
