import type { Lighting } from '../calibration/lighting'
import type { CameraSetting, LightSetting, Look, StudioSet } from '../model/schema'
import type { LightLayer } from '../physics/transport/lightLayer'
import { areaReadouts, type AreaReadout } from './areaReadout'
import { measureAt } from './constraint'
import { constraintsOf, factorsOf, type SetConstraint } from './constraints'
import { meterPoints, type MeterPoint } from './probes/points'
import { probesOf } from './probes/probes'
import { cameraSettingOf, readLook, readPoint, type Readout } from './readout'
import { ON_TARGET_STOPS } from './thresholds'

/** How far something wanted is off, in stops: above 0 too much, below 0 too little. */
export type Miss = Pick<SetConstraint, 'of' | 'isHard'> & { stops: number }

/** All that follows for one look of a set from its light. Nothing of it is worked out before it is asked for. */
export type Evaluation = {
  readonly set: StudioSet
  readonly look: Look
  readonly lighting: Lighting
  /** The setting that the picture is taken at; an aperture that follows a point is set to its predicted reading. */
  readonly camera: CameraSetting
  /** Every meter point of the set, against what the look wants of it. */
  readonly readouts: readonly Readout[]
  /** Every area that the look wants something of. */
  readonly areas: readonly AreaReadout[]
  /** What the look wants, in the form that powers are solved for. */
  readonly constraints: readonly SetConstraint[]
  /** How far each of them is off as the lights stand. */
  readonly misses: readonly Miss[]
  /** Whether everything that has to be met is met as the lights stand. */
  readonly isReached: boolean
  /** What a place reads and renders; an error where its light was not worked out. */
  readonly read: (point: MeterPoint) => Readout
  /**
   * The same of a probe of the set, by its id, against what is wanted of it; an error where the set has no such
   * probe.
   */
  readonly at: (probeId: string) => Readout
  /** The same look with the targets of some points alone, at the camera setting as it is. */
  readonly wanting: (isMeant: (point: MeterPoint) => boolean) => Evaluation
  /** The same look under other light settings, at the camera setting as it is. */
  readonly under: (settings: Readonly<Record<string, LightSetting>>) => Evaluation
}

/** Whether all of these misses that have to be met are within what counts as on target, less a margin, in stops. */
export const isOnTarget = (misses: readonly Pick<Miss, 'stops' | 'isHard'>[], marginStops = 0): boolean =>
  misses.every(({ stops, isHard }) => !isHard || Math.abs(stops) <= ON_TARGET_STOPS - marginStops)

/** Whether the light of all these places was worked out. */
export const covers = (layers: readonly LightLayer[], points: readonly MeterPoint[]): boolean =>
  layers.every(({ shares }) => points.every(({ id }) => shares[id]))

/** A value that is worked out when it is first asked for. */
const once = <T>(make: () => T): (() => T) => {
  let made: { value: T } | undefined
  return () => (made ??= { value: make() }).value
}

/**
 * Evaluates a look of a set: the one place where light, camera setting, readings and what is wanted come together.
 * App, command line,
 * search, bench and tests all ask here, so that they cannot disagree.
 * @param lighting light of every lamp at full power at the set's probes (`lightingSolver`), and what readings have
 *   shown of it (`calibratedLighting`)
 * @param camera the setting to evaluate at; that of the look, its aperture following where it follows, when left out
 */
export const evaluate = (set: StudioSet, look: Look, lighting: Lighting, camera?: CameraSetting): Evaluation => {
  const probes = once(() => new Map(probesOf(set).map(point => [point.id, point])))
  const points = once(() => meterPoints(set))
  const setting = once(() => camera ?? cameraSettingOf(set, look, points(), lighting))
  const constraints = once(() => constraintsOf(set, look, points(), setting(), lighting))
  const misses = once(() => {
    const factors = factorsOf(set, look.lights)
    return constraints().map((constraint): Miss => ({
      of: constraint.of,
      isHard: constraint.isHard,
      stops: constraint.missOf(measureAt(constraint, factors)),
    }))
  })
  const readouts = once(() => readLook(set, look, points(), setting(), lighting))
  const areas = once(() => areaReadouts(set, look, setting(), lighting))
  const read = (point: MeterPoint) => readPoint(set, point, look.lights, setting(), lighting)
  return {
    set,
    look,
    lighting,
    get camera() {
      return setting()
    },
    get readouts() {
      return readouts()
    },
    get areas() {
      return areas()
    },
    get constraints() {
      return constraints()
    },
    get misses() {
      return misses()
    },
    get isReached() {
      return isOnTarget(misses())
    },
    read,
    at: probeId => {
      const judged = readouts().find(({ point }) => point.id === probeId)
      if (judged) return judged
      const probe = probes().get(probeId)
      if (!probe) throw new RangeError(`The set has no probe "${probeId}".`)
      return read(probe)
    },
    wanting: isMeant =>
      evaluate(
        set,
        {
          ...look,
          targets: Object.fromEntries(
            points()
              .filter(point => look.targets[point.id] && isMeant(point))
              .map(({ id }) => [id, look.targets[id]!]),
          ),
        },
        lighting,
        setting(),
      ),
    under: settings => evaluate(set, { ...look, lights: { ...settings } }, lighting, setting()),
  }
}
