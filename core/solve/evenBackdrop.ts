import type { Learned } from '../calibration/calibration'
import { lightsInUse } from '../metering/run'
import { axisOf } from '../model/aim'
import { vectorOf } from '../model/bounds'
import { changeSettings, editLight, featherLight, fitModifier, moveLight } from '../edits/edits'
import { lightingSolver, withoutHousings } from '../evaluation/lightingSolver'
import type { MeterPoint } from '../evaluation/probes/points'
import type { CameraSetting, Light, Look, StudioSet } from '../model/schema'
import { gridPoints } from '../evaluation/probes/gridPoints'
import { totalOf } from '../physics/transport/exposureAt'
import { calibratedLighting } from '../evaluation/calibratedLighting'
import { evaluate } from '../evaluation/evaluation'
import type { InLength } from '../physics/units/distance'
import { tidyStops } from '../physics/units/stops'
import { MINUTES } from './moves/effort'

/** Something that makes a backdrop more even, and how even. */
export type Evening = {
  id: string
  lightId: string | null
  words: string
  minutes: number
  spreadStops: number
  set: StudioSet
}

export type EveningAnswer = {
  /** Stops from the darkest to the lightest place of the grid as it is. */
  spreadStops: number
  /** The best of each kind, the most even first; only what is better than now. */
  moves: Evening[]
  /** The backdrop lights turned and put as schools have it, each with what it comes to. */
  arrangements: Evening[]
}

type Trial = Omit<Evening, 'spreadStops'> & { kind: string }

const SWINGS_DEG = [-12, -9, -6, -3, 3, 6, 9, 12]
const TILTS_DEG = [-12, -8, -4, 4, 8, 12]
const SLIDES_M = [-0.6, -0.3, 0.3, 0.6]
const CLICKS = [-3, -2, -1, 1, 2, 3]
const SCRIM_STOPS = 1
/** A light that gives less than this share of what the grid gets is not worth touching. */
const LEAST_SHARE = 0.05
/** A move has to even the backdrop by so many stops, and by such a share of what is uneven, to be worth naming. */
const WORTH_STOPS = 0.05
const WORTH_SHARE = 0.1
const MOVES_NAMED = 5

/** Where a light's axis meets the plane of the drop, across; undefined where it looks away. */
const meetsAtM = (light: Light, set: StudioSet): number | undefined => {
  const [x, y] = axisOf(light, set)
  const from = vectorOf(light.place)
  return y < -0.02 ? from[0] - (x / y) * from[1] : undefined
}

const swingWords = (before: StudioSet, after: StudioSet, id: string, degrees: number): string => {
  const [was, is] = [before, after].map(set =>
    meetsAtM(
      set.lights.find(light => light.id === id)!,
      set,
    ),
  )
  const light = before.lights.find(one => one.id === id)!
  const { centreXM } = before.backdrop
  const toward =
    was === undefined || is === undefined
      ? 'round'
      : Math.abs(is - centreXM) < Math.abs(was - centreXM)
        ? 'toward the middle'
        : (is - centreXM) * (light.place.xM - centreXM) > 0
          ? 'toward its own side'
          : 'further across'
  return `swing ${light.name} ${Math.abs(degrees)}° ${toward}`
}

/** Which half of the beam a half-scrim covers, seen from behind the light. */
const HALVES: Record<number, string> = { 0: 'lower', 90: 'left', 180: 'upper', [-90]: 'right' }

/** Everything that may be tried with one light. */
const trialsOf = (set: StudioSet, look: Look, light: Light, inLength: InLength): Trial[] => {
  const made = (kind: string, step: string, minutes: number, after: StudioSet, words: string): Trial => ({
    id: `${kind}/${light.id}/${step}`,
    kind: `${kind}/${light.id}`,
    lightId: light.id,
    minutes,
    set: after,
    words,
  })
  const feather = light.aim
  const power = look.lights[light.id]!.powerStops
  const scrims = light.modifier.halfScrim ? [] : [90, -90, 0, 180]
  return [
    ...SWINGS_DEG.map(degrees => {
      const after = featherLight(set, light.id, { featherPanDeg: feather.featherPanDeg + degrees })
      return made('swing', String(degrees), MINUTES.aim, after, swingWords(set, after, light.id, degrees))
    }),
    ...TILTS_DEG.map(degrees =>
      made(
        'tilt',
        String(degrees),
        MINUTES.aim,
        featherLight(set, light.id, { featherTiltDeg: Math.max(-90, Math.min(90, feather.featherTiltDeg + degrees)) }),
        `tilt ${light.name} ${Math.abs(degrees)}° ${degrees > 0 ? 'up' : 'down'}`,
      ),
    ),
    ...SLIDES_M.map(metres =>
      made(
        'depth',
        String(metres),
        MINUTES.place,
        moveLight(set, light.id, { ...light.place, yM: light.place.yM + metres }),
        `move ${light.name} ${inLength(Math.abs(metres))} ${metres > 0 ? 'away from' : 'nearer'} the backdrop`,
      ),
    ),
    ...SLIDES_M.map(metres =>
      made(
        'height',
        String(metres),
        MINUTES.raise,
        moveLight(set, light.id, { ...light.place, zM: light.place.zM + metres }),
        `${metres > 0 ? 'raise' : 'lower'} ${light.name} by ${inLength(Math.abs(metres))}`,
      ),
    ),
    ...CLICKS.map(clicks => ({ clicks, stops: tidyStops(power + clicks * light.lamp.clickStops) }))
      .filter(({ stops }) => stops <= 0 && stops >= -light.lamp.rangeStops)
      .map(({ clicks, stops }) =>
        made(
          'power',
          String(clicks),
          MINUTES.power,
          changeSettings(set, look.id, { [light.id]: { on: true, powerStops: stops } }),
          `turn ${light.name} ${Math.abs(clicks)} click${Math.abs(clicks) > 1 ? 's' : ''} ${clicks > 0 ? 'up' : 'down'}`,
        ),
      ),
    ...scrims.map(turnDeg =>
      made(
        'scrim',
        String(turnDeg),
        MINUTES.fit,
        fitModifier(set, light.id, { ...light.modifier, halfScrim: { stops: SCRIM_STOPS, turnDeg } }),
        `put a half-scrim of one stop over the ${HALVES[turnDeg]} half of ${light.name}`,
      ),
    ),
  ]
}

/** Cross-lit, straight-lit and top-lit: the backdrop lights aimed and put as each school has it. */
const arrangementsOf = (set: StudioSet, lights: readonly Light[]): Trial[] => {
  const { centreXM, widthM, heightM } = set.backdrop
  const sideOf = (light: Light) => Math.sign(light.place.xM - centreXM) || 1
  const aimed = (before: StudioSet, light: Light, xM: number, zM: number) =>
    editLight(before, light.id, one => ({
      ...one,
      aim: { at: 'place', place: { xM, yM: 0, zM }, featherPanDeg: 0, featherTiltDeg: 0 },
    }))
  const all = (edit: (before: StudioSet, light: Light) => StudioSet) => lights.reduce(edit, set)
  const made = (id: string, words: string, minutes: number, after: StudioSet): Trial => ({
    id,
    kind: id,
    lightId: null,
    words,
    minutes: minutes * lights.length,
    set: after,
  })
  return [
    made(
      'cross',
      'Crossed: each aimed at the far third',
      MINUTES.aim,
      all((before, light) => aimed(before, light, centreXM - (sideOf(light) * widthM) / 3, heightM / 2)),
    ),
    made(
      'straight',
      'Straight: each aimed at its own half',
      MINUTES.aim,
      all((before, light) => aimed(before, light, centreXM + (sideOf(light) * widthM) / 4, heightM / 2)),
    ),
    made(
      'top',
      'From above: each over its own half, aimed at the lower third',
      MINUTES.place,
      all((before, light) => {
        const raised = moveLight(before, light.id, {
          xM: centreXM + (sideOf(light) * widthM) / 4,
          yM: Math.max(1, heightM * 0.6),
          zM: set.room.heightM,
        })
        return aimed(raised, light, centreXM + (sideOf(light) * widthM) / 4, heightM / 3)
      }),
    ),
  ]
}

export type EveningOptions = {
  /** Places that are to be even; those of the look's grid where nothing is said. */
  places?: (set: StudioSet) => MeterPoint[]
  /** What was read at places of the grid, stops over the camera setting; elsewhere the plan speaks. */
  read?: Readonly<Record<string, number>>
  pause?: () => Promise<boolean>
  report?: (share: number) => void
}

/**
 * What evens the backdrop over a look's grid. Each try is held against the plan without it, and what it changes is
 * laid on
 * what was read: the model says what a move does, readings say how things are. Housings are left out of the tries, so
 * that
 * one lamp's light is all there is to work out. Undefined where it was called off.
 */
export const evenOut = async (
  set: StudioSet,
  look: Look,
  camera: CameraSetting,
  learned: Learned,
  inLength: InLength,
  { places, read = {}, pause = () => Promise.resolve(false), report }: EveningOptions = {},
): Promise<EveningAnswer | undefined> => {
  const { grid } = look
  const pointsOf = places ?? (grid && ((of: StudioSet): MeterPoint[] => gridPoints(of, grid)))
  if (!pointsOf) return undefined
  const [exact, quick] = [lightingSolver(undefined, pointsOf), lightingSolver(undefined, pointsOf)]
  const points = pointsOf(set)
  const stopsIn = async (solver: typeof exact, of: StudioSet) => {
    const solved = await solver(of, { pause })
    if (!solved) return undefined
    const { read: readAt } = evaluate(
      of,
      of.looks.find(({ id }) => id === look.id)!,
      calibratedLighting(of, solved.layers, learned),
      camera,
    )
    return points.map(readAt)
  }
  const now = await stopsIn(exact, set)
  const bare = await stopsIn(quick, withoutHousings(set))
  if (!now || !bare) return undefined
  const standing = now.map(({ stops }, at) => read[points[at]!.id] ?? stops)
  const spread = (stops: readonly number[]) => Math.max(...stops) - Math.min(...stops)
  const spreadStops = spread(standing)
  const parts = now.flatMap(readout => readout.parts)
  const shareOf = (light: Light) => totalOf(parts.filter(({ lightId }) => lightId === light.id)) / totalOf(parts)
  const worth = lightsInUse(set, look).filter(
    light => !set.locked.includes(light.id) && light.job !== 'key' && shareOf(light) > LEAST_SHARE,
  )
  const backdropLights = worth.filter(({ job }) => job === 'backdrop')
  const trials = [
    ...(backdropLights.length > 0 ? arrangementsOf(set, backdropLights) : []),
    ...worth.flatMap(light => trialsOf(set, look, light, inLength)),
  ]
  const best = new Map<string, Evening>()
  for (const [index, { kind, ...trial }] of trials.entries()) {
    report?.(index / trials.length)
    const tried = await stopsIn(quick, withoutHousings(trial.set))
    if (!tried) return undefined
    const after = spread(tried.map(({ stops }, at) => standing[at]! + stops - bare[at]!.stops))
    if (after < (best.get(kind)?.spreadStops ?? Infinity)) best.set(kind, { ...trial, spreadStops: after })
  }
  const ranked = [...best.values()].sort((a, b) => a.spreadStops - b.spreadStops)
  return {
    spreadStops,
    moves: ranked
      .filter(
        one => one.lightId !== null && one.spreadStops < spreadStops - Math.max(WORTH_STOPS, WORTH_SHARE * spreadStops),
      )
      .slice(0, MOVES_NAMED),
    arrangements: ranked.filter(one => one.lightId === null),
  }
}
