import { weightOf } from '../metering/weights'
import { exposureFromReading } from '../photometry/meter'
import { KEY_SIDE, type MeterPoint } from '../set/points'
import type { CameraSetting, Look, StudioSet, Target } from '../set/schema'
import { targetStops } from '../tone/target'
import type { Lighting } from '../metering/lighting'
import { partsAt, totalOf } from '../transport/exposureAt'
import { ratioFromStops } from '../units/stops'
import { solvePowers, type Dial, type PowerAnswer, type Wish } from './powers'

/** An answer with the points its misses belong to. */
export type LookAnswer = PowerAnswer & { pointIds: string[] }

/** The powers that meet a look's targets at its camera setting, or come nearest. */
export const solveLook = (set: StudioSet, look: Look, targets: Readonly<Record<string, Target>>, points: readonly MeterPoint[], camera: CameraSetting, lighting: Lighting): LookAnswer => {
  const dials = set.lights.map((light): Dial => ({
    lightId: light.id,
    group: light.job,
    rangeStops: light.lamp.rangeStops,
    clickStops: light.lamp.clickStops,
    now: look.lights[light.id]!,
  }))
  const full = Object.fromEntries(set.lights.map(light => [light.id, weightOf(light, 0, camera.shutterS, lighting.learned)]))
  const wished = points.filter(point => targets[point.id])
  const wishes = wished.map((point): Wish => ({
    pointId: point.id,
    shares: set.lights.map(light => totalOf(partsAt(lighting.layers, point.id, { [light.id]: full[light.id]! }))),
    wanted: exposureFromReading(camera.fNumber, camera.iso, point.receptor)
      * ratioFromStops(targetStops(targets[point.id]!, point, set.camera)),
    // Every tone is relative to the subject's exposure, so no backdrop may pull it away.
    isHard: point.id === KEY_SIDE,
  }))
  return { ...solvePowers(dials, wishes), pointIds: wished.map(point => point.id) }
}
