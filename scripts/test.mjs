// Everything that must hold before a change lands: lint, types, unit and reference tests, the build, and the browser.
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { run, runTool } from './support/run.mjs'
import { ensureBrowser, ensureBuild, ensureDependencies, ensurePrepared } from './support/setUp.mjs'

await ensureDependencies()
await ensurePrepared()

const reports = mkdtempSync(join(tmpdir(), 'keen-tonal-reports-'))

/** What a run of tests reported: how many passed and failed, and what failed with the words it failed with. */
const readReport = file => {
  if (!existsSync(file)) return { passed: 0, failed: 0, failures: [] }
  const report = JSON.parse(readFileSync(file, 'utf8'))
  const failures = report.testResults.flatMap(({ name, message, assertionResults }) => [
    // A file that could not be read has no tests of its own.
    ...(assertionResults.length === 0 && message ? [`${name}\n  ${message}`] : []),
    ...assertionResults
      .filter(({ status }) => status === 'failed')
      .map(
        test => `${name} > ${test.fullName}\n  ${test.failureMessages.join('\n').split('\n').slice(0, 6).join('\n  ')}`,
      ),
  ])
  return { passed: report.numPassedTests, failed: report.numFailedTests, failures }
}

/** Runs tests by a configuration; the report says what came of them. */
const tests = async config => {
  const file = join(reports, `${config}.json`)
  const { code, output } = await runTool(
    'vitest/vitest.mjs',
    ['run', '--config', config, '--reporter', 'default', '--reporter', 'json', '--outputFile.json', file],
    { quiet: true },
  )
  return { code, output, ...readReport(file) }
}

/** Stages that read alone and need one core each: they run beside each other. */
const READING = [
  ['Format', () => runTool('prettier/bin/prettier.cjs', ['--check', '.'], { quiet: true })],
  ['Lint', () => runTool('eslint/bin/eslint.js', ['.'], { quiet: true })],
  ['Types', () => run(process.execPath, ['scripts/typecheck.mjs'], { quiet: true })],
]
const STAGES = [
  ['Unit and reference tests', () => tests('vitest.config.ts')],
  ['Slow solves', () => tests('vitest.slow.config.ts')],
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
      return tests('vitest.browser.config.ts')
    },
  ],
]

const total = { passed: 0, failed: 0 }
const carriedOut = async ([name, stage]) => {
  const start = Date.now()
  const { code, output, passed = 0, failed = 0, failures = [] } = await stage()
  total.passed += passed
  total.failed += failed || (code === 0 ? 0 : 1)
  const counted = passed + failed > 0 ? ` (${passed} passed, ${failed} failed)` : ''
  console.log(`${code === 0 ? 'ok  ' : 'FAIL'} ${name}${counted}, ${((Date.now() - start) / 1000).toFixed(0)} s`)
  // What failed stands in the report; a stage without one is printed whole.
  if (code !== 0) console.log(failures.length > 0 ? failures.join('\n\n') : output)
}
await Promise.all(READING.map(carriedOut))
for (const stage of STAGES) await carriedOut(stage)
rmSync(reports, { recursive: true, force: true })
console.log(`${total.passed} passed, ${total.failed} failed`)
process.exit(total.failed === 0 && total.passed > 0 ? 0 : 1)
