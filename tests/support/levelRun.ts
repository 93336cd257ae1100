import { benchReading, benchTruth } from '#core/bench/answers'
import { NO_FAULTS } from '#core/bench/slips'
import { slotsOfLook, type RigFaults } from '#core/bench/trueRig'
import { NOTHING_LEARNED } from '#core/calibration/calibration'
import { levelStep, MOST_ROUNDS, type LevelAnswer } from '#core/control/levelling/levelStep'
import { toldApart } from '#core/control/levelling/tellApart'
import { DARKER_STOPS, readingsIn, seenOf, type Round, type Seen } from '#core/control/levelling/round'
import { framePoints } from '#core/evaluation/probes/framePoints'
import { frameReadings } from '#core/testFrames/frameReadings'
import { benchPicture } from './benchPicture'
import { readPicture } from './readPicture'
import { BACKDROP_IDS, trueMisses } from './frameRun'
import { WANTED_STOPS } from './roughHall'
import { swapAddresses } from '#core/edits/rigEdits'
import { evaluate } from '#core/evaluation/evaluation'
import { lightingSolver } from '#core/evaluation/lightingSolver'
import { readingPoints } from '#core/evaluation/probes/readingPoints'
import { recordReading, type Taken } from '#core/metering/record'
import type { Frame, LightSetting, Reading, StudioSet } from '#core/model/schema'
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
  const points = readingPoints(set)
  let settings: Record<string, LightSetting> = toldApart(set, solveLook(planned).settings)
  const rounds: { sent: Round['sent']; seen: Round['seen'] }[] = []
  const answers: LevelAnswer[] = []
  let take = 0
  for (let number = 0; number < most; number++) {
    const sent = settings
    const shown = { ...set, looks: [{ ...look!, lights: sent }] }
    const rig: BenchRig = { received: slotsOfLook(set, sent) as never, faults }
    const seen = by === 'camera' ? await glance(shown, { camera, layers, seed, take: take++, rig }) : []
    for (const pointId of pointIds.filter(id => by === 'meter' || !id.startsWith('backdrop'))) {
      const point = points.find(({ id }) => id === pointId)!
      const taken: Reading[] = []
      while (taken.length < readingsIn(number + 1)) {
        const fNumber = await benchReading({
          set: shown,
          lookId: look!.id,
          camera,
          seed,
          roughness: 1,
          take: take++,
          pointId,
          lightIds: set.lights.map(({ id }) => id),
          meter: 'incident',
          faults: NO_FAULTS,
          sinceS: 60,
          rig,
        })
        taken.push(
          recordReading(
            shown,
            shown.looks[0]!,
            { step: { lightIds: set.lights.map(({ id }) => id) }, point },
            { camera, layers },
            { id: `r${take}`, at: '2026-01-01T00:00:00.000Z', fNumber: Math.max(0.1, fNumber ?? 0), source: 'bench' },
          ),
        )
      }
      seen.push(seenOf(shown, sent, point, taken, { camera, layers }))
    }
    rounds.push({ sent, seen })
    const answer = levelStep({ set, look: look!, camera, layers, rounds })
    answers.push(answer)
    if (answer.suspicion?.kind === 'swapped') {
      const [one, other] = answer.suspicion.lightIds
      for (const round of rounds) round.sent = { ...round.sent, [one]: round.sent[other]!, [other]: round.sent[one]! }
      set = swapAddresses(set, answer.suspicion.lightIds)
    }
    if (answer.isSettled || number === most - 1) break
    settings = answer.settings
  }
  const shown = { ...set, looks: [{ ...look!, lights: settings }] }
  const rig: BenchRig = { received: slotsOfLook(set, settings) as never, faults }
  const truth = await benchTruth({
    set: shown,
    lookId: look!.id,
    pointIds,
    lightIds: set.lights.map(({ id }) => id),
    camera,
    seed,
    roughness: 1,
    take,
    rig,
  })
  // A meter is right where the light is, a camera where the value is.
  const stops = truth.map(fNumber => 2 * Math.log2(fNumber / camera.fNumber))
  const backdrop = by === 'camera' ? await trueMisses(shown, WANTED_VALUE, { seed, roughness: 1, rig }) : []
  const errors = pointIds.map((id, index) => {
    if (!id.startsWith('backdrop')) return stops[index]!
    return by === 'camera' ? backdrop[BACKDROP_IDS.findIndex(one => one === id)]! : stops[index]! - WANTED_STOPS
  })
  return { answers, errors }
}
