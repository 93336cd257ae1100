// Everything that must hold before a change lands: npm test [-- STAGE…] [-- --changed]
// STAGE: format, lint, unused, types, unit, slow, dom, build, browser.
// --changed runs the tests that the change since the last commit can have touched.
import { execFileSync } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ROOT, run, runTool } from './support/run.mjs'
import { ensureBrowser, ensureBuild, ensureDependencies, ensurePrepared, SOURCES } from './support/setUp.mjs'

const words = process.argv.slice(2)
const isChanged = words.includes('--changed')
const asked = words.filter(word => !word.startsWith('--'))
const reports = mkdtempSync(join(tmpdir(), 'keen-tonal-reports-'))

/** Files that differ from the last commit, new ones too. */
const changedFiles = () =>
  execFileSync('git', ['status', '--porcelain', '--untracked-files=all'], { cwd: ROOT, encoding: 'utf8' })
    .split('\n')
    .map(line => line.slice(3).split(' -> ').at(-1))
    .filter(Boolean)

/** What a run of tests reported: how many passed and failed, and each failure with its message. */
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

/** Runs tests by a configuration; `isWhole` where the change does not say which tests it can have touched. */
const tests = async (config, isWhole = false) => {
  const file = join(reports, `${config}.json`)
  const { code, output } = await runTool(
    'vitest/vitest.mjs',
    [
      'run',
      ...['--config', config, '--reporter', 'default', '--reporter', 'json', '--outputFile.json', file],
      ...(isChanged && !isWhole ? ['--changed', '--passWithNoTests'] : []),
    ],
    { quiet: true },
  )
  return { code, output, ...readReport(file) }
}

/** Whether the built app, or what drives it in the browser, changed. */
const touchesBrowser = () =>
  changedFiles().some(file => [...SOURCES, 'tests/browser', 'tests/support'].some(part => file.startsWith(part)))

const STAGES = {
  format: ['Format', () => runTool('prettier/bin/prettier.cjs', ['--check', '.'], { quiet: true })],
  lint: ['Lint', () => runTool('eslint/bin/eslint.js', ['.'], { quiet: true })],
  unused: ['Unused files, exports and packages', () => runTool('knip/bin/knip.js', ['--no-progress'], { quiet: true })],
  types: ['Types', () => run(process.execPath, ['scripts/typecheck.mjs'], { quiet: true })],
  unit: ['Unit and reference tests', () => tests('vitest.config.ts')],
  slow: ['Slow solves', () => tests('vitest.slow.config.ts')],
  dom: ['Pages without a browser', () => tests('vitest.dom.config.ts')],
  build: [
    'Build',
    async () => {
      await ensureBuild()
      return { code: 0, output: '' }
    },
  ],
  browser: [
    'Browser tests',
    async () => {
      await ensureBrowser()
      return tests('vitest.browser.config.ts', true)
    },
  ],
}
/** Stages that only read and keep one core busy each: they run beside each other, before the others. */
const READING = ['format', 'lint', 'unused', 'types']

const unknown = asked.filter(name => !(name in STAGES))
if (unknown.length > 0) {
  console.error(`There is no stage ${unknown.join(', ')}. Stages: ${Object.keys(STAGES).join(', ')}.`)
  process.exit(2)
}
const wanted = Object.keys(STAGES).filter(
  name =>
    (asked.length === 0 || asked.includes(name)) &&
    (!isChanged || !['build', 'browser'].includes(name) || touchesBrowser()),
)

await ensureDependencies()
await ensurePrepared()

const total = { passed: 0, failed: 0 }
const carriedOut = async name => {
  const [title, stage] = STAGES[name]
  const start = Date.now()
  const { code, output, passed = 0, failed = 0, failures = [] } = await stage()
  total.passed += passed
  total.failed += failed || (code === 0 ? 0 : 1)
  const counted = passed + failed > 0 ? ` (${passed} passed, ${failed} failed)` : ''
  console.log(`${code === 0 ? 'ok  ' : 'FAIL'} ${title}${counted}, ${((Date.now() - start) / 1000).toFixed(0)} s`)
  // A stage without a report of its failures is printed whole.
  if (code !== 0) console.log(failures.length > 0 ? failures.join('\n\n') : output)
}
await Promise.all(wanted.filter(name => READING.includes(name)).map(carriedOut))
for (const name of wanted.filter(one => !READING.includes(one))) await carriedOut(name)
rmSync(reports, { recursive: true, force: true })
console.log(`${total.passed} passed, ${total.failed} failed`)
// A whole run without a single test is a fault of the run.
process.exit(total.failed === 0 && (total.passed > 0 || asked.length > 0 || isChanged) ? 0 : 1)
