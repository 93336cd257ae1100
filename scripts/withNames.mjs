// Runs a TypeScript script with the project's names for folders: node scripts/withNames.mjs scripts/NAME.ts [ARGUMENTS]
import { pathToFileURL } from 'node:url'
import { createJiti } from 'jiti'
import { NAMES } from './support/names.mjs'

const jiti = createJiti(import.meta.url, { alias: NAMES })
const [script] = process.argv.splice(2, 1)
await jiti.import(pathToFileURL(script).href)
