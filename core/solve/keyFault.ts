import type { CameraSetting, Light, Look, Panel, StudioSet } from '../model/schema'
import { axisOf } from '../model/aim'
import { vectorOf } from '../model/bounds'
import { KEY_SIDE } from '../model/placeIds'
import { emitterOf } from '../scene/scene'
import { panelSheets } from '../scene/surfaces/panelSheets'
import { lightsInUse } from '../metering/run'
import { NOTHING_LEARNED } from '../calibration/calibration'
import { weightOf } from '../calibration/weights'
import { onProfile, profileOf } from '../physics/sources/pattern'
import type { Evaluation } from '../evaluation/evaluation'
import type { Readout } from '../evaluation/readout'
import { luminance } from '../physics/units/rgb'
import { cross, direction, distance, dot, subtract, type Vector } from '../physics/units/vector'
import { KEY_FAULT_LEAST_SHARE, AWAY_SHARE } from './thresholds'

/** What is wrong with the light that the exposure hangs on, before any tone can be right. */
export type KeyFault =
  | { kind: 'no-light' }
  | { kind: 'no-key' }
  /** It looks past the subject, so many degrees off. */
  | { kind: 'away'; key: Light; offDeg: number }
  /** It looks at the subject, and something stands before it. */
  | { kind: 'shaded'; key: Light; by: Panel | undefined }

/** Whether most of what reaches the subject was meant for the backdrop: then nothing does a key's work. */
const isLitByChance = (set: StudioSet, { parts }: Readout): boolean => {
  const most = parts.reduce<Readout['parts'][number] | undefined>(
    (best, part) => (!best || part.directLuxS + part.bouncedLuxS > best.directLuxS + best.bouncedLuxS ? part : best),
    undefined,
  )
  return !most || set.lights.find(({ id }) => id === most.lightId)?.job === 'backdrop'
}

/** Whether a straight line meets a panel between its ends. */
const isBetween = (panel: Panel, from: Vector, to: Vector): boolean =>
  panelSheets(panel).some(({ corner, edgeS, edgeT }) => {
    const normal = cross(edgeS, edgeT)
    const along = subtract(to, from)
    const share = dot(subtract(corner, from), normal) / dot(along, normal)
    if (!(share > 0 && share < 1)) return false
    const at = subtract([from[0] + share * along[0], from[1] + share * along[1], from[2] + share * along[2]], corner)
    const [s, t] = [dot(at, edgeS) / dot(edgeS, edgeS), dot(at, edgeT) / dot(edgeT, edgeT)]
    return s >= 0 && s <= 1 && t >= 0 && t <= 1
  })

/** What a light would give at a place if it looked straight at it and nothing stood between, lux-seconds. */
const openLight = (set: StudioSet, look: Look, light: Light, at: Vector, camera: CameraSetting): number => {
  const { direct } = weightOf(light, look.lights[light.id]!.powerStops, camera.shutterS, NOTHING_LEARNED)
  return (luminance(emitterOf(light, set).intensity) * direct) / distance(vectorOf(light.place), at) ** 2
}

/**
 * Whether the key does its work, in a look whose exposure hangs on it: one that wants something of the key side, or
 * follows it. Undefined
 * where it does. A key that is feathered still counts; one that gives next to nothing does not.
 */
export const keyFaultOf = ({
  set,
  look,
  readouts,
  camera,
}: Pick<Evaluation, 'set' | 'look' | 'readouts' | 'camera'>): KeyFault | undefined => {
  const inUse = lightsInUse(set, look)
  const target = look.targets[KEY_SIDE]
  const hangsOnKey =
    look.exposure.followsPointId === KEY_SIDE || (target !== undefined && target.firmness !== 'indifferent')
  if (inUse.length === 0) return { kind: 'no-light' }
  const readout = readouts.find(({ point }) => point.id === KEY_SIDE)
  if (!hangsOnKey || !readout) return undefined
  const keys = inUse.filter(({ job }) => job === 'key')
  if (keys.length === 0) return isLitByChance(set, readout) ? { kind: 'no-key' } : undefined
  const at = readout.point.position
  const faults = keys.map((key): KeyFault | undefined => {
    const open = openLight(set, look, key, at, camera)
    const straight = readout.parts.find(({ lightId }) => lightId === key.id)?.directLuxS ?? 0
    if (straight > KEY_FAULT_LEAST_SHARE * open) return undefined
    const emitter = emitterOf(key, set)
    const cosine = dot(axisOf(key, set), direction(subtract(at, vectorOf(key.place))))
    const isTurned =
      emitter.front.shape !== 'ball' && (cosine <= 0 || onProfile(profileOf(emitter), cosine) < AWAY_SHARE)
    return isTurned
      ? { kind: 'away', key, offDeg: (Math.acos(Math.max(-1, Math.min(1, cosine))) * 180) / Math.PI }
      : { kind: 'shaded', key, by: set.panels.find(panel => isBetween(panel, vectorOf(key.place), at)) }
  })
  return faults.every(fault => fault !== undefined) ? faults[0] : undefined
}
