// The core on files: npm run -s tone -- COMMAND SET.json [options]
import { readFileSync } from 'node:fs'
import { parseArgs } from 'node:util'
import { ensureLook, readSet } from './readSet'
import { Misuse } from './misuse'
import { mapOf } from './commands/map'
import { sensitivityFor, sweepFor, proposalsFor } from './commands/propose'
import { readingsOf } from './commands/readings'
import { solvedPowers } from './commands/solve'
import { walkOf } from './commands/walk'
import type { Look, StudioSet } from '#core/model/schema'

const HELP = `Keen Tonal on the command line. Answers JSON on standard output.

  npm run -s tone -- readings SET.json [--look ID]
      Predicted reading of every meter point: light by light (direct, bounced, total, by what it bounced from), and all together.
  npm run -s tone -- solve SET.json [--look ID]
      Powers that meet the look's targets, or come nearest, and by how much each is missed.
  npm run -s tone -- propose SET.json [--look ID] [--ask VALUE] [--fewest] [--keep-key]
      What could be done so that the look's targets are met, or so that the whole backdrop renders VALUE (0 to 255): powers, camera
      and moves, least minutes on set first, or fewest things to do with --fewest; --keep-key leaves key and camera alone.
  npm run -s tone -- sweep SET.json [--look ID] [--fewest] [--keep-key]
      The same for pure white, light grey, mid grey, dark grey and black.
  npm run -s tone -- sensitivity SET.json [--look ID]
      Stops that a slip of 5 cm or 5 degrees of each light, or of the subject, makes at subject and backdrop; the worst first.
  npm run -s tone -- map SET.json backdrop|floor [--look ID] [--columns N]
      Stops over the camera setting on a grid over the backdrop or the floor, row by row; the backdrop from the top left, the floor
      from the back left.
  npm run -s tone -- walk SET.json --from=X,Y,Z --to=X,Y,Z [--look ID] [--steps N]
      Reading of a dome that faces the camera, along a walk between two places in metres (such as --from=-1,3.5,1.6).

SET.json is a set file as the app exports it (docs/formats.md). Without --look the first look is taken.
Exit status: 0 done, 1 the file or the set cannot be used, 2 the command cannot be understood.
`

const run = async (): Promise<unknown> => {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: {
      help: { type: 'boolean', short: 'h' },
      look: { type: 'string' },
      columns: { type: 'string' },
      from: { type: 'string' },
      to: { type: 'string' },
      steps: { type: 'string' },
      ask: { type: 'string' },
      fewest: { type: 'boolean' },
      'keep-key': { type: 'boolean' },
    },
  })
  const [command, path, surface] = positionals
  if (values.help || command === undefined) return HELP
  const commands = {
    readings: readingsOf,
    solve: solvedPowers,
    map: (set: StudioSet, look: Look) => mapOf(set, look, surface, values.columns),
    propose: (set: StudioSet, look: Look) => proposalsFor(set, look, values),
    sweep: (set: StudioSet, look: Look) => sweepFor(set, look, values),
    sensitivity: sensitivityFor,
    walk: (set: StudioSet, look: Look) => walkOf(set, look, [values.from, values.to], values.steps),
  }
  if (!(command in commands))
    throw new Misuse(`There is no command "${command}"; there are ${Object.keys(commands).join(', ')}.`)
  if (path === undefined) throw new Misuse(`"${command}" needs a set file.`)
  const set = readSet(path, name => readFileSync(name, 'utf8'))
  return commands[command as keyof typeof commands](set, ensureLook(set, values.look))
}

try {
  const answer = await run()
  process.stdout.write(typeof answer === 'string' ? answer : `${JSON.stringify(answer, null, 2)}\n`)
} catch (error) {
  const isMisuse = error instanceof Misuse || (error as { code?: string }).code?.startsWith('ERR_PARSE_ARGS')
  process.stderr.write(`${(error as Error).message}${isMisuse ? ' See --help.' : ''}\n`)
  process.exitCode = isMisuse ? 2 : 1
}
