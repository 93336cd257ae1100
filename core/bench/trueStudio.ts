import type { Learned } from '../calibration/calibration'
import { insideRoom } from '../model/bounds'
import { unlessFaulty } from '../edits/edits'
import type { Light, Look, StudioSet } from '../model/schema'
import { USUALLY_GIVES_STOPS } from '../physics/sources/output'
import { grey, multiplyRgb, type Rgb } from '../physics/units/rgb'
import { evenDraw } from '../shared/chance'

/**
 * How far a rough hall strays from its plan; a smaller share of it the nearer to the plan the bench is dialled. Lamps
 * give less
 * than their rating more often than more. Common practice, no source.
 */
const LAMP = { eitherWayStops: 0.65 }
const PAPER_SHARE = 0.04
const WALL_SHARE = 0.3
const PLACE_M = 0.08
const AIM_DEG = 4
const SITTER_M = 0.05
/** A stop on the control is so much more or less of a stop in truth. */
const CLICK_SHARE = 0.03
const AMBIENT_LUX = 60
const AMBIENT_K = 4500
const HIGHEST_REFLECTANCE = 0.95
const STAND_MARGIN_M = 0.1

/** Which studio it is, and how far from its plan: 0 as planned, 1 a rough hall. */
export type Studio = { seed: number; roughness: number }

const strayed = (reflectance: Rgb, share: number): Rgb => {
  const [red, green, blue] = multiplyRgb(reflectance, grey(1 + share))
  return [Math.min(HIGHEST_REFLECTANCE, red), Math.min(HIGHEST_REFLECTANCE, green), Math.min(HIGHEST_REFLECTANCE, blue)]
}

const strayedLight = (light: Light, set: StudioSet, { seed, roughness }: Studio): Light => {
  const off = (name: string, most: number) => most * roughness * evenDraw(seed, `${name} ${light.id}`)
  const place = insideRoom(
    {
      xM: light.place.xM + off('x', PLACE_M),
      yM: light.place.yM + off('y', PLACE_M),
      zM: light.place.zM + off('z', PLACE_M),
    },
    set.room,
    STAND_MARGIN_M,
  )
  const { featherPanDeg, featherTiltDeg } = light.aim
  return {
    ...light,
    place,
    aim: {
      ...light.aim,
      featherPanDeg: featherPanDeg + off('pan', AIM_DEG),
      featherTiltDeg: Math.max(-90, Math.min(90, featherTiltDeg + off('tilt', AIM_DEG))),
    },
  }
}

/** The studio as it really is: paper, walls and where things stand a little different, as far as the room allows. */
export const trueStudio = (set: StudioSet, studio: Studio): StudioSet => {
  const { seed, roughness } = studio
  const share = (name: string, most: number) => most * roughness * evenDraw(seed, name)
  const painted: StudioSet = {
    ...set,
    backdrop: { ...set.backdrop, reflectance: strayed(set.backdrop.reflectance, share('paper', PAPER_SHARE)) },
    room: {
      ...set.room,
      ambient:
        roughness > 0
          ? { lux: (set.room.ambient?.lux ?? 0) + trueAmbientLux(studio), cctK: set.room.ambient?.cctK ?? AMBIENT_K }
          : set.room.ambient,
      reflectances: Object.fromEntries(
        Object.entries(set.room.reflectances).map(([wall, reflectance]) => [
          wall,
          strayed(reflectance, share(wall, WALL_SHARE)),
        ]),
      ) as StudioSet['room']['reflectances'],
    },
  }
  return set.lights.reduce(
    (placed, light) =>
      unlessFaulty(placed, {
        ...placed,
        lights: placed.lights.map(other => (other.id === light.id ? strayedLight(light, set, studio) : other)),
      }),
    unlessFaulty(painted, {
      ...painted,
      subjects: painted.subjects.map(subject => ({
        ...subject,
        place: {
          xM: subject.place.xM + share(`x ${subject.id}`, SITTER_M),
          yM: subject.place.yM + share(`y ${subject.id}`, SITTER_M),
        },
      })),
    }),
  )
}

/** What a lamp is short of beside what its plan already allows for; a metered one is known. */
const missingStops = ({ lamp }: Light): number =>
  lamp.output.from === 'reading' ? 0 : USUALLY_GIVES_STOPS - lamp.givesStops

/** What each lamp really gives against its rating, in the form in which readings are learned. */
export const trueOutputs = (set: StudioSet, { seed, roughness }: Studio): Learned => ({
  lightStops: Object.fromEntries(
    set.lights.map(light => [
      light.id,
      roughness * (missingStops(light) + LAMP.eitherWayStops * evenDraw(seed, `lamp ${light.id}`)),
    ]),
  ),
  bounceStops: 0,
})

/** A look with the powers that its lamps really have: their controls are not quite true. */
export const truePowers = (look: Look, { seed, roughness }: Studio): Look => ({
  ...look,
  lights: Object.fromEntries(
    Object.entries(look.lights).map(([id, setting]) => [
      id,
      {
        ...setting,
        powerStops: Math.max(
          -12,
          Math.min(0, setting.powerStops * (1 + CLICK_SHARE * roughness * evenDraw(seed, `click ${id}`))),
        ),
      },
    ]),
  ),
})

/** The room's own light in lux. */
export const trueAmbientLux = ({ seed, roughness }: Studio): number =>
  (AMBIENT_LUX * roughness * (evenDraw(seed, 'ambient') + 1)) / 2
