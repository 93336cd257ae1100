// Checks every part with its own settings: core without a browser, the tests, and the app with its server.
import { ensurePrepared } from './support/setUp.mjs'
import { runTool } from './support/run.mjs'

await ensurePrepared()
const results = await Promise.all([
  runTool('typescript/bin/tsc', ['-p', 'core'], { quiet: true }),
  runTool('typescript/bin/tsc', ['-p', 'wording'], { quiet: true }),
  runTool('typescript/bin/tsc', ['-p', 'tests'], { quiet: true }),
  runTool('nuxt/bin/nuxt.mjs', ['typecheck'], { quiet: true }),
])
for (const { code, output } of results) if (code !== 0) console.error(output)
process.exit(results.some(({ code }) => code !== 0) ? 1 : 0)
