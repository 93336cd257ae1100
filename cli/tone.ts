// The core on files: tone COMMAND SET.json [options]
import { readFileSync } from 'node:fs'
import { parseArgs } from 'node:util'
import { ensureLook, readSet } from './readSet'
import { Misuse } from './misuse'
import { mapOf } from './commands/map'
import { sensitivityFor, sweepFor, proposalsFor } from './commands/propose'
import { readingsOf } from './commands/readings'
import { solvedPowers } from './commands/solve'
import { walkOf } from './commands/walk'
import { cutsFlash } from '#core/metering/ambient'
import { lightsInUse } from '#core/metering/run'
import type { Look, StudioSet } from '#core/model/schema'
import { pastSyncWords } from '#wording/findings'

const HELP = `Keen Tonal on the command line. Answers JSON on standard output.

  tone readings SET.json [--look ID]
      Predicted reading of every meter point: light by light (direct, bounced, total, by what it bounced from), and all together.
  tone solve SET.json [--look ID]
      Powers that meet the look's targets, or come nearest, and by how much each is missed.
  tone propose SET.json [--look ID] [--ask VALUE] [--fewest] [--keep-key]
      What could be done so that the look's targets are met, or so that the whole backdrop renders VALUE (0 to 255): powers, camera
      and moves, least minutes on set first, or fewest things to do with --fewest; --keep-key leaves key and camera alone.
  tone sweep SET.json [--look ID] [--fewest] [--keep-key]
      The same for pure white, light grey, mid grey, dark grey and black.
  tone sensitivity SET.json [--look ID]
      Stops that a slip of 5 cm or 5 degrees of each light, or of the subject, makes at subject and backdrop; the worst first.
  tone map SET.json backdrop|floor [--look ID] [--columns N]
      Stops over the camera setting on a grid over the backdrop or the floor, row by row; the backdrop from the top left, the floor
      from the back left.
  tone walk SET.json --from=X,Y,Z --to=X,Y,Z [--look ID] [--steps N]
      Reading of a dome that faces the camera, along a walk between two places in metres (such as --from=-1,3.5,1.6).

  tone --version

SET.json is a set file as the app exports it (docs/formats.md); - reads it from standard input. Without --look the first look is taken.
tone is bin/tone.mjs, from any folder; in the project's own also: npm run -s tone -- COMMAND SET.json
Exit status: 0 done (also where whoever reads the answer stops early), 1 the file or the set cannot be used, 2 the command cannot be understood.
`

const OPTIONS = {
  help: { type: 'boolean', short: 'h' },
  version: { type: 'boolean' },
  look: { type: 'string' },
  columns: { type: 'string' },
  from: { type: 'string' },
  to: { type: 'string' },
  steps: { type: 'string' },
  ask: { type: 'string' },
  fewest: { type: 'boolean' },
  'keep-key': { type: 'boolean' },
} as const
type Option = keyof typeof OPTIONS
type Values = ReturnType<typeof parseArgs<{ options: typeof OPTIONS; allowPositionals: true }>>['values']

/** What stands on the line behind the set file. */
type Asked = { values: Values; rest: readonly string[] }
/** A command: which options it takes beside --look, how many words behind the set file, and what it answers. */
type Command = {
  options: readonly Option[]
  words: number
  run: (set: StudioSet, look: Look, asked: Asked) => unknown
}

const COMMANDS: ReadonlyMap<string, Command> = new Map<string, Command>([
  ['readings', { options: [], words: 0, run: readingsOf }],
  ['solve', { options: [], words: 0, run: solvedPowers }],
  [
    'map',
    { options: ['columns'], words: 1, run: (set, look, { values, rest }) => mapOf(set, look, rest[0], values.columns) },
  ],
  [
    'propose',
    {
      options: ['ask', 'fewest', 'keep-key'],
      words: 0,
      run: (set, look, { values }) => proposalsFor(set, look, values),
    },
  ],
  ['sweep', { options: ['fewest', 'keep-key'], words: 0, run: (set, look, { values }) => sweepFor(set, look, values) }],
  ['sensitivity', { options: [], words: 0, run: sensitivityFor }],
  [
    'walk',
    {
      options: ['from', 'to', 'steps'],
      words: 0,
      run: (set, look, { values }) => walkOf(set, look, [values.from, values.to], values.steps),
    },
  ],
])

const STANDARD_INPUT = '-'
const readText = (path: string): string => readFileSync(path === STANDARD_INPUT ? 0 : path, 'utf8')

const versionText = (): string => {
  const { version } = JSON.parse(readFileSync(new URL('../package.json', import.meta.url), 'utf8')) as {
    version: string
  }
  return `${version}\n`
}

/** Refuses options and words that a command does not take, so that nothing is passed over. */
const ensureTaken = (name: string, { options, words }: Command, { values, rest }: Asked): void => {
  const stranger = Object.keys(values).find(option => option !== 'look' && !options.includes(option as Option))
  if (stranger) throw new Misuse(`"${name}" takes no --${stranger}.`)
  const extra = rest[words]
  if (extra !== undefined) throw new Misuse(`"${name}" does not know what to do with "${extra}".`)
}

/** Says on standard error where the shutter would cut the flash: every figure counts the flash whole. */
const warnOfSync = (set: StudioSet, look: Look): void => {
  const [{ shutterS }, { syncShutterS }] = [look.exposure, set.camera]
  if (cutsFlash(lightsInUse(set, look), shutterS, syncShutterS))
    process.stderr.write(`${pastSyncWords({ shutterS, syncShutterS })}\n`)
}

const run = async (): Promise<unknown> => {
  const { values, positionals } = parseArgs({ allowPositionals: true, options: OPTIONS })
  const [name, path, ...rest] = positionals
  if (values.version) return versionText()
  if (values.help || name === undefined) return HELP
  const command = COMMANDS.get(name)
  if (!command) throw new Misuse(`There is no command "${name}"; there are ${[...COMMANDS.keys()].join(', ')}.`)
  if (path === undefined) throw new Misuse(`"${name}" needs a set file.`)
  ensureTaken(name, command, { values, rest })
  const set = readSet(path, readText)
  const look = ensureLook(set, values.look)
  warnOfSync(set, look)
  return command.run(set, look, { values, rest })
}

// Whoever reads the answer may have had enough of it: that is no fault.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code !== 'EPIPE') throw error
  process.exit(0)
})

try {
  const answer = await run()
  process.stdout.write(typeof answer === 'string' ? answer : `${JSON.stringify(answer, null, 2)}\n`)
} catch (error) {
  const isMisuse = error instanceof Misuse || (error as { code?: string }).code?.startsWith('ERR_PARSE_ARGS')
  process.stderr.write(`${(error as Error).message}${isMisuse ? ' See --help.' : ''}\n`)
  process.exitCode = isMisuse ? 2 : 1
}
