// Makes faults at random in core and asks whether the tests of the same folder find them:
// npm run mutants [-- COUNT [SEED [FOLDER]]]; a folder of core for itself takes minutes (physics by its own folders),
// all of them hours.
import { readFileSync } from 'node:fs'
import { execSync } from 'node:child_process'
import { Stryker } from '@stryker-mutator/core'
import { Instrumenter } from '@stryker-mutator/instrumenter'
import type { Mutant } from '@stryker-mutator/api/core'
import { xorshift } from '#support/xorshift'

const [, , countText = '200', seedText = '1', only = ''] = process.argv
const count = Number(countText)
const draw = xorshift(Number(seedText))

const silent = {
  debug() {},
  error() {},
  fatal() {},
  info() {},
  isDebugEnabled: () => false,
  isErrorEnabled: () => false,
  isFatalEnabled: () => false,
  isInfoEnabled: () => false,
  isTraceEnabled: () => false,
  isWarnEnabled: () => false,
  trace() {},
  warn() {},
}

/** Sources of the compiled loops: no test can run them with a fault in them, only what they were compiled to. */
const COMPILED = 'core/physics/loops/assembly/'

/** Every fault that could be made in core; words and names of things are no logic. */
const everyMutant = async (): Promise<Mutant[]> => {
  const names = execSync(`git ls-files core/${only}`, { encoding: 'utf8' }).split('\n')
  const files = names.filter(
    name => name.endsWith('.ts') && !/\.(test|bench)\.ts$/.test(name) && !name.startsWith(COMPILED),
  )
  const { mutants } = await new Instrumenter(silent as never).instrument(
    files.map(name => ({ name, mutate: true, content: readFileSync(name, 'utf8') })),
    { plugins: null, excludedMutations: ['StringLiteral'], ignorers: [], noHeader: true },
  )
  return (mutants as Mutant[]).filter(({ statusReason, status }) => status !== 'Ignored' && !statusReason)
}

const keyOf = ({ fileName, location: { start, end }, mutatorName, replacement }: Mutant): string =>
  [
    fileName.replace(/^.*?(core\/)/, '$1'),
    start.line,
    start.column,
    end.line,
    end.column,
    mutatorName,
    replacement,
  ].join(' ')

const fromZero = ({ start, end }: Mutant['location']): Mutant['location'] => ({
  start: { line: start.line - 1, column: start.column - 1 },
  end: { line: end.line - 1, column: end.column - 1 },
})

/** The folder whose tests have to find a fault: the first below core or physics, or the one that was asked for. */
const folderOf = ({ fileName }: Mutant): string =>
  only ? `core/${only}` : fileName.replace(/^.*?(core\/(?:physics\/)?[^/]+)\/.*$/, '$1')

const all = await everyMutant()
const chosen = new Map<string, Mutant>()
while (chosen.size < Math.min(count, all.length)) {
  const mutant = all[Math.floor(draw() * all.length)]!
  chosen.set(keyOf(mutant), mutant)
}
console.log(`${all.length} faults could be made; ${chosen.size} are tried.`)

let [found, tried] = [0, 0]
for (const folder of [...new Set([...chosen.values()].map(folderOf))].sort()) {
  const own = [...chosen.values()].filter(mutant => folderOf(mutant) === folder)
  process.env.MUTANTS_FOLDER = folder
  // A range selects what lies within it, so that a few faults more are made than were chosen; they do not count.
  const ranges = own.map(
    ({ fileName, location: { start, end } }) =>
      `${fileName}:${start.line + 1}:${start.column}-${end.line + 1}:${end.column}`,
  )
  const results = await new Stryker({
    mutate: [...new Set(ranges)],
    testRunner: 'vitest',
    plugins: ['@stryker-mutator/vitest-runner'],
    vitest: { configFile: 'vitest.mutants.config.ts', related: false },
    coverageAnalysis: 'perTest',
    mutator: { plugins: null, excludedMutations: ['StringLiteral'] },
    concurrency: 2,
    // A mark at the head of every file would make one that is compared with what is made anew another.
    disableTypeChecks: false,
    reporters: [],
    logLevel: 'error' as never,
    allowConsoleColors: false,
    ignorePatterns: ['.nuxt', '.output', 'dist'],
    timeoutMS: 60_000,
    dryRunTimeoutMinutes: 60,
  })
    .runMutationTest()
    .catch((error: unknown) => {
      console.log(`${folder}: ${(error as Error).message}`)
      return []
    })
  // Reports count lines and columns from 1.
  const counted = results.map(result => ({ ...result, location: fromZero(result.location) }))
  const mine = results.length > 0 ? counted.filter(result => chosen.has(keyOf(result as unknown as Mutant))) : own
  const killed = mine.filter(one => 'status' in one && (one.status === 'Killed' || one.status === 'Timeout'))
  found += killed.length
  tried += mine.length
  console.log(`${folder}: ${killed.length} of ${mine.length} found`)
  const missed = mine.filter(result => !killed.includes(result))
  for (const { fileName, location, mutatorName, replacement } of missed) {
    const at = `${fileName.replace(/^.*?(core\/)/, '$1')}:${location.start.line + 1}`
    console.log(`  ${at} ${mutatorName}: ${replacement?.slice(0, 60)}`)
  }
}
console.log(`\n${found} of ${tried} found, ${((100 * found) / Math.max(1, tried)).toFixed(0)} %`)
