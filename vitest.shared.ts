import { defineConfig } from 'vitest/config'
import { NAMES } from './scripts/support/names.mjs'

/** Settings of every kind of test: the project's names for folders. */
export const shared = defineConfig({ resolve: { alias: NAMES } })
