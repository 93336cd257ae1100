// Measures speed on the code as it ships, bundled and not transformed for tests: npm run bench [-- WORD...]
import { rmSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { build } from 'vite'
import { NAMES } from './support/names.mjs'
import { run } from './support/run.mjs'

const folder = path => fileURLToPath(new URL(path, import.meta.url))
const out = folder('../node_modules/.keen-tonal/bench')

await build({
  root: folder('..'),
  configFile: false,
  logLevel: 'warn',
  resolve: { alias: NAMES },
  // The library of sockets looks for a part of itself that need not be there.
  ssr: { noExternal: true, external: ['ws'] },
  build: { ssr: folder('../tests/bench/main.ts'), outDir: out, emptyOutDir: true, target: 'node20', minify: false },
})
const { code } = await run(process.execPath, [`${out}/main.js`, ...process.argv.slice(2)])
rmSync(out, { recursive: true, force: true })
process.exit(code)
