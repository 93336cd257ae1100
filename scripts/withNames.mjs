// Runs a TypeScript script with the project's names for folders: node scripts/withNames.mjs scripts/NAME.ts [ARGUMENTS]
import { fileURLToPath, pathToFileURL } from 'node:url'
import { createJiti } from 'jiti'

const folder = path => fileURLToPath(new URL(path, import.meta.url))
const jiti = createJiti(import.meta.url, {
  alias: {
    '#core': folder('../core'),
    '#support': folder('../tests/support'),
    '#services': folder('../services'),
    '#wording': folder('../wording'),
    '~': folder('../app'),
  },
})
const [script] = process.argv.splice(2, 1)
await jiti.import(pathToFileURL(script).href)
