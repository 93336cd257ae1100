import { benchReading } from '#core/bench/answers'
import { lightingSolver } from '#core/evaluation/lightingSolver'
import { evaluate } from '#core/evaluation/evaluation'
import { calibratedLighting, calibrationOf, learnedOf } from '#core/evaluation/calibratedLighting'
import { meterPoints } from '#core/evaluation/probes/points'
import { meteringRun } from '#core/metering/run'
import { recordReading } from '#core/metering/record'
import type { StudioSet } from '#core/model/schema'
import { hallWith, suspectsOf, type Suspect } from '#core/records/suspects'
import { designRepeat, offOfReading, type RepeatCheck } from '#core/records/repeatDesign'
import { culpritsAfter, nextChecks, type RepeatReading } from '#core/records/culprits'
import { NO_FAULTS } from '#core/bench/slips'

const ISO_AT = '2026-03-14T09:00:00.000Z'

/** A set that was metered whole in a hall of the bench: what a record of it holds. */
export const meteredIn = async (planned: StudioSet, seed: number, roughness: number) => {
  const { layers } = (await lightingSolver()(planned))!
  const [look] = planned.looks
  const { camera } = evaluate(planned, look!, calibratedLighting(planned, layers, learnedOf(planned, look!)))
  const points = meterPoints(planned)
  const readings = []
  for (const [take, step] of meteringRun(planned, look!, points).entries()) {
    const point = points.find(({ id }) => id === step.pointId)
    if (!point || step.kind === 'ambient') continue
    const fNumber = await benchReading({
      set: planned,
      lookId: look!.id,
      pointId: step.pointId,
      lightIds: step.lightIds,
      camera,
      seed,
      roughness,
      take,
      faults: NO_FAULTS,
      sinceS: 600,
      meter: 'incident',
    })
    if (fNumber !== undefined)
      readings.push(
        recordReading(
          planned,
          look!,
          { step, point },
          { camera, layers },
          {
            id: `r${take}`,
            at: ISO_AT,
            fNumber,
            source: 'bench',
          },
        ),
      )
  }
  const set = { ...planned, readings }
  return { set, camera, learned: learnedOf(set, look!, calibrationOf(set)) }
}

/** What the meter shows on another day, with something otherwise, stops over what the record expects. */
const readAgain = async (
  { set, camera }: Awaited<ReturnType<typeof meteredIn>>,
  hidden: Suspect,
  check: RepeatCheck,
  { seed, roughness, take }: { seed: number; roughness: number; take: number },
): Promise<number> => {
  const [look] = set.looks
  const there = hallWith(set, hidden)
  const fNumber = await benchReading({
    set: there,
    lookId: look!.id,
    pointId: check.pointId,
    lightIds: [...check.lightIds],
    camera,
    seed,
    roughness,
    take: 1000 + take,
    faults: NO_FAULTS,
    sinceS: 600,
    meter: check.meter,
  })
  return offOfReading(set, camera, check, fNumber ?? 0.1)
}

/** Looks for something hidden with so many readings; answers what is held likeliest, and what was read. */
export const findHidden = async (
  planned: StudioSet,
  hidden: Suspect,
  { seed, roughness, readings }: { seed: number; roughness: number; readings: number },
) => {
  const record = await meteredIn(planned, seed, roughness)
  const design = (await designRepeat(record.set, record.camera, record.learned))!
  const taken: RepeatReading[] = []
  for (let take = 0; take < readings; take++) {
    const [check] = nextChecks(design, taken, readings - take)
    if (check === undefined) break
    taken.push({ check, offStops: await readAgain(record, hidden, design.checks[check]!, { seed, roughness, take }) })
  }
  const culprits = culpritsAfter(design, taken)
  // That something is otherwise is known here.
  return { design, taken, culprits, named: culprits.find(({ suspect }) => suspect.kind !== 'nothing')!.suspect }
}

/** One hidden thing of each kind, drawn by a seed. */
export const hiddenOf = (set: StudioSet, draw: () => number): Suspect[] => {
  const all = suspectsOf(set)
  return (['lamp', 'wall', 'paper', 'subject'] as const).map(kind => {
    const some = all.filter(suspect => suspect.kind === kind)
    return some[Math.floor(draw() * some.length)]!
  })
}
