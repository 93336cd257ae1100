#!/usr/bin/env node
// The command line from any folder: bin/tone.mjs COMMAND SET.json [options]
import { fileURLToPath } from 'node:url'

process.argv.splice(2, 0, fileURLToPath(new URL('../cli/tone.ts', import.meta.url)))
await import('../scripts/withNames.mjs')
