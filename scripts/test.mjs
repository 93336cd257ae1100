// Everything that must hold before a change lands: lint, types, unit and reference tests, the build, and the browser.
import { run, runTool } from './support/run.mjs'
import { ensureBrowser, ensureBuild, ensureDependencies, ensurePrepared } from './support/setUp.mjs'

await ensureDependencies()
await ensurePrepared()

const ESCAPES = new RegExp(`${String.fromCharCode(27)}\\[[0-9;]*m`, 'g')
/** Adds up the counts that the test runner prints. */
const countsIn = output => {
  const line = /^\s*Tests\s+(.*)$/m.exec(output.replace(ESCAPES, ''))?.[1] ?? ''
  const count = word => Number(new RegExp(`(\\d+) ${word}`).exec(line)?.[1] ?? 0)
  return { passed: count('passed'), failed: count('failed') }
}

const STAGES = [
  ['Format', () => runTool('prettier/bin/prettier.cjs', ['--check', '.'], { quiet: true })],
  ['Lint', () => runTool('eslint/bin/eslint.js', ['.'], { quiet: true })],
  ['Types', () => run(process.execPath, ['scripts/typecheck.mjs'], { quiet: true })],
  [
    'Unit and reference tests',
    () => runTool('vitest/vitest.mjs', ['run', '--config', 'vitest.config.ts'], { quiet: true }),
  ],
  [
    'Build',
    async () => {
      await ensureBuild()
      return { code: 0, output: '' }
    },
  ],
  [
    'Browser tests',
    async () => {
      await ensureBrowser()
      return runTool('vitest/vitest.mjs', ['run', '--config', 'vitest.browser.config.ts'], { quiet: true })
    },
  ],
]

const total = { passed: 0, failed: 0 }
for (const [name, stage] of STAGES) {
  const start = Date.now()
  const { code, output } = await stage()
  const { passed, failed } = countsIn(output)
  total.passed += passed
  total.failed += failed || (code === 0 ? 0 : 1)
  const counted = passed + failed > 0 ? ` (${passed} passed, ${failed} failed)` : ''
  console.log(`${code === 0 ? 'ok  ' : 'FAIL'} ${name}${counted}, ${((Date.now() - start) / 1000).toFixed(0)} s`)
  if (code !== 0) console.log(output)
}
console.log(`${total.passed} passed, ${total.failed} failed`)
process.exit(total.failed === 0 && total.passed > 0 ? 0 : 1)
