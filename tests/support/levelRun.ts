import { benchReading, benchTruth } from '#core/bench/answers'
import { NO_FAULTS } from '#core/bench/slips'
import { slotsOfLook, type RigFaults } from '#core/bench/trueRig'
import { NOTHING_LEARNED } from '#core/calibration/calibration'
import { levelStep, type LevelAnswer } from '#core/control/levelling/levelStep'
import { MOST_ROUNDS, DARKER_STOPS } from '#core/control/thresholds'
import { levelRig, type Levels } from '#core/control/levelling/loop'
import { placesToMeter } from '#core/control/levelling/places'
import { toldApart } from '#core/control/levelling/tellApart'
import { readingsIn, seenOf, type Seen } from '#core/control/levelling/round'
import { framePoints } from '#core/evaluation/probes/framePoints'
import { frameReadings } from '#core/testFrames/frameReadings'
import { benchPicture } from './benchPicture'
import { readPicture } from './readPicture'
import { BACKDROP_IDS, trueMisses } from './frameRun'
import { WANTED_STOPS } from './roughHall'
import { swapAddresses } from '#core/edits/rigEdits'
import { evaluate } from '#core/evaluation/evaluation'
import { lightingSolver } from '#core/evaluation/lightingSolver'
import { recordReading, type Taken } from '#core/metering/record'
import type { Frame, Reading, StudioSet } from '#core/model/schema'
import { solveLook } from '#core/solve/lookPowers'

type BenchRig = NonNullable<Parameters<typeof benchReading>[0]['rig']>

const solver = lightingSolver()
const WANTED_VALUE = 250

/** What a picture of the bench says of the backdrop, in the form of a round. */
const glance = async (
  set: StudioSet,
  { camera, layers, ...asked }: Pick<Taken, 'camera' | 'layers'> & { seed: number; take: number; rig: BenchRig },
): Promise<Seen[]> => {
  const [look] = set.looks
  const dark = { ...camera, shutterS: camera.shutterS / 2 ** DARKER_STOPS }
  const { bytes } = await benchPicture({
    ...asked,
    set,
    lookId: look!.id,
    camera: dark,
    roughness: 1,
    width: 160,
    format: 'jpeg',
    ownCurve: false,
  })
  const { reading } = await readPicture(set, new Uint8Array(bytes))
  const frame = { id: 'glance', at: '2026-01-01T00:00:00.000Z', camera: dark, lights: look!.lights, source: 'bench' }
  const readings = frameReadings(set, look!, frame as Frame, reading.places, { layers })
  return framePoints(set).flatMap(point => {
    const one = readings.find(({ pointId }) => pointId === point.id)
    return one ? [seenOf(set, look!.lights, point, [one], { camera, layers })] : []
  })
}

/** Levels a rig of the bench, round after round; how far targets are off in truth at the end comes with it, stops. */
export const levelRun = async (
  start: StudioSet,
  seed: number,
  { faults, by = 'meter', rounds: most = MOST_ROUNDS }: { faults: RigFaults; by?: 'meter' | 'camera'; rounds?: number },
) => {
  let set = start
  const [look] = set.looks
  const { layers } = (await solver(set))!
  const planned = evaluate(set, look!, { layers, learned: NOTHING_LEARNED })
  const { camera } = planned
  const pointIds = planned.readouts.filter(({ point }) => look!.targets[point.id]).map(({ point }) => point.id)
  const lightIds = set.lights.map(({ id }) => id)
  const answers: LevelAnswer[] = []
  let take = 0
  const hung = (levels: Levels): { shown: StudioSet; rig: BenchRig } => ({
    shown: { ...set, looks: [{ ...look!, lights: levels }] },
    rig: { received: slotsOfLook(set, levels) as never, faults },
  })
  const read = async (levels: Levels, round: number): Promise<Seen[]> => {
    const { shown, rig } = hung(levels)
    const seen = by === 'camera' ? await glance(shown, { camera, layers, seed, take: take++, rig }) : []
    for (const point of placesToMeter(shown, shown.looks[0]!, by)) {
      const taken: Reading[] = []
      while (taken.length < readingsIn(round)) {
        const fNumber = await benchReading({
          set: shown,
          lookId: look!.id,
          camera,
          seed,
          roughness: 1,
          take: take++,
          pointId: point.id,
          lightIds,
          meter: 'incident',
          faults: NO_FAULTS,
          sinceS: 60,
          rig,
        })
        taken.push(
          recordReading(
            shown,
            shown.looks[0]!,
            { step: { lightIds }, point },
            { camera, layers },
            { id: `r${take}`, at: '2026-01-01T00:00:00.000Z', fNumber: Math.max(0.1, fNumber ?? 0), source: 'bench' },
          ),
        )
      }
      seen.push(seenOf(shown, levels, point, taken, { camera, layers }))
    }
    return seen
  }
  const end = await levelRig(
    toldApart(set, solveLook(planned).settings),
    {
      isStopped: () => false,
      send: () => Promise.resolve(),
      read,
      judge: rounds => Promise.resolve(levelStep({ set, look: look!, camera, layers, rounds })),
      said: answer => {
        answers.push(answer)
        if (answer.suspicion?.kind === 'swapped') set = swapAddresses(set, answer.suspicion.lightIds)
      },
    },
    most,
  )
  const { shown, rig } = hung(end!.levels)
  /** Stops over the camera setting in truth, at places of the set or of another with more of them. */
  const truthAt = async (ids: readonly string[], of = shown) => {
    const readings = { lookId: look!.id, pointIds: ids, lightIds, camera, seed, roughness: 1, take, rig }
    return (await benchTruth({ ...readings, set: of })).map(fNumber => 2 * Math.log2(fNumber / camera.fNumber))
  }
  const stops = await truthAt(pointIds)
  // A meter is right where the light is, a camera where the value is.
  const backdrop = by === 'camera' ? await trueMisses(shown, WANTED_VALUE, { seed, roughness: 1, rig }) : []
  const errors = pointIds.map((id, index) => {
    if (!id.startsWith('backdrop')) return stops[index]!
    return by === 'camera' ? backdrop[BACKDROP_IDS.findIndex(one => one === id)]! : stops[index]! - WANTED_STOPS
  })
  return { answers, errors, shown, truthAt }
}
