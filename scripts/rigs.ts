import { NO_RIG_FAULTS, rigFaultsOf, type RigFaults } from '#core/bench/trueRig'
import { levelRun } from '#support/levelRun'
import { rigSet } from '#support/rigSet'

/** Levels ten rough rigs by meter and by camera, with every fault, and says how far targets are off in truth. */
const SEEDS = Array.from({ length: 10 }, (_, index) => index + 1)
const CASES: (readonly [string, Partial<RigFaults>])[] = [
  ['nothing wrong', {}],
  ['swapped pair', { swapped: true }],
  ['stuck lamp', { stuck: true }],
  ['drift and steps', { drift: true, steps: true }],
]
const say = (line: string) => process.stdout.write(`${line}\n`)

for (const by of ['meter', 'camera'] as const)
  for (const [name, some] of CASES) {
    const faults = { ...NO_RIG_FAULTS, ...some }
    const [worst, rounds]: [number[], number[]] = [[], []]
    let [named, wronglyNamed] = [0, 0]
    for (const seed of SEEDS) {
      const run = await levelRun(rigSet(), seed, { faults, by })
      worst.push(Math.max(...run.errors.map(Math.abs)))
      rounds.push(run.answers.length)
      const said = run.answers.flatMap(({ suspicion }) => suspicion ?? []).at(-1)
      const wrong = rigFaultsOf(rigSet(), seed, faults)
      const isRight =
        said?.kind === 'swapped'
          ? wrong.swapped?.every(id => said.lightIds.includes(id))
          : said && said.lightId === wrong.stuckId
      if (isRight) named += 1
      else if (said) wronglyNamed += 1
    }
    const list = worst.map(stops => stops.toFixed(2)).join(' ')
    say(`${by}, ${name}: worst of each rig ${list}; most rounds ${Math.max(...rounds)}`)
    if (some.swapped || some.stuck || wronglyNamed > 0) say(`  named ${named} of 10, wrongly ${wronglyNamed}`)
  }
