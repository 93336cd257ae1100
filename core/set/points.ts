import type { Receptor } from '../photometry/meter'
import { luminance } from '../units/rgb'
import { add, direction, scale, subtract, type Vector } from '../units/vector'
import { vectorOf } from './bounds'
import { coveRadius } from './surfaces/backdropSurfaces'
import { facingOf } from './surfaces/panelSheets'
import { headHeightM } from './heads'
import type { Light, OwnPoint, StudioSet, Subject } from './schema'

/** A place where the meter is held, and what surface renders there. */
export type MeterPoint = {
  id: string
  name: string
  position: Vector
  /** Where the receptor points; a unit vector. */
  facing: Vector
  /** The same in words, for whoever holds the meter. */
  facingWords: string
  heldWords: string
  receptor: Receptor
  surface: 'subject' | 'backdrop' | 'floor' | 'own'
  /** Read in every run; the others only where a look wants something of them. */
  isEssential: boolean
  /** Luminous reflectance of the surface whose pixel value is shown; undefined where no value is meant. */
  reflectance?: number
}

export const KEY_SIDE = 'subject/key-side'
export const SHADOW_SIDE = 'subject/shadow-side'
export const HAIR = 'subject/hair'
export const FLOOR = 'floor/feet'
export const BACKDROP_MIDDLE = 'backdrop/middle'
const BACKDROP_PLACES = [
  { id: 'backdrop/left', name: 'Backdrop left', across: -1 },
  { id: BACKDROP_MIDDLE, name: 'Backdrop middle', across: 0 },
  { id: 'backdrop/right', name: 'Backdrop right', across: 1 },
] as const

/** Free air between the middle of the head and a meter held at the face. */
export const METER_FROM_HEAD_M = 0.17
/** A meter held against the backdrop; keeps the receptor clear of the paper. */
const METER_FROM_BACKDROP_M = 0.02
/** Left and right are read at this share of half the backdrop's width. */
const SIDE_SHARE = 0.6

const keySide = (set: StudioSet, subject: Subject): MeterPoint => {
  const key = set.lights.find(light => light.job === 'key')
  const head: Vector = [subject.place.xM, subject.place.yM, headHeightM(subject)]
  const facing = direction(subtract(key ? vectorOf(key.place) : vectorOf(set.camera.place), head), [0, 1, 0])
  return {
    id: KEY_SIDE,
    name: 'Subject key side',
    position: add(head, scale(facing, METER_FROM_HEAD_M)),
    facing,
    facingWords: key ? `dome toward the key (${key.name})` : 'dome toward the camera',
    heldWords: 'at the subject\u2019s cheek',
    receptor: 'dome',
    surface: 'subject',
    isEssential: true,
  }
}

/** The shadow side lies at least this far round from the camera, however frontal the key is. */
const SHADOW_LEAST_DEG = 45

/** The cheek on the other side of the face: the key's direction mirrored in the plane through head and camera. */
const shadowSide = (set: StudioSet, subject: Subject): MeterPoint => {
  const head: Vector = [subject.place.xM, subject.place.yM, headHeightM(subject)]
  const { facing: toKey } = keySide(set, subject)
  const toCamera = direction(subtract([set.camera.place.xM, set.camera.place.yM, head[2]], head), [0, 1, 0])
  const round = Math.atan2(toCamera[1] * toKey[0] - toCamera[0] * toKey[1], toCamera[0] * toKey[0] + toCamera[1] * toKey[1])
  const least = SHADOW_LEAST_DEG * Math.PI / 180
  const wanted = -Math.sign(round || 1) * Math.max(least, Math.min(Math.PI / 2, Math.abs(round)))
  const facing: Vector = [toCamera[0] * Math.cos(wanted) + toCamera[1] * Math.sin(wanted), toCamera[1] * Math.cos(wanted) - toCamera[0] * Math.sin(wanted), 0]
  return {
    id: SHADOW_SIDE,
    name: 'Subject shadow side',
    position: add(head, scale(facing, METER_FROM_HEAD_M)),
    facing,
    facingWords: 'dome away from the key, to the dark side',
    heldWords: 'at the subject\u2019s other cheek',
    receptor: 'dome',
    surface: 'subject',
    isEssential: false,
  }
}

/** Above and behind the crown, where an edge or hair light lands. */
const hair = (subject: Subject): MeterPoint => ({
  id: HAIR,
  name: 'Hair',
  position: [subject.place.xM, subject.place.yM - 0.06, headHeightM(subject) + METER_FROM_HEAD_M],
  facing: direction([0, -1, 1]),
  facingWords: 'dome up and back, away from the camera',
  heldWords: 'over the subject\u2019s crown',
  receptor: 'dome',
  surface: 'subject',
  isEssential: false,
})

const METER_FROM_FLOOR_M = 0.03
const BEFORE_FEET_M = 0.45

const floor = (set: StudioSet, subject: Subject): MeterPoint => {
  const yM = subject.place.yM + BEFORE_FEET_M
  return {
    id: FLOOR,
    name: 'Floor at the feet',
    position: [subject.place.xM, yM, METER_FROM_FLOOR_M],
    facing: [0, 0, 1],
    facingWords: 'flat disc up',
    heldWords: 'on the floor before the feet',
    receptor: 'flat',
    surface: 'floor',
    reflectance: luminance(yM < set.backdrop.sweepM ? set.backdrop.reflectance : set.room.reflectances.floor),
    isEssential: false,
  }
}

/** How far before the drop the round corner of a cyclorama stands. */
const cornerAt = ({ backdrop }: StudioSet, xM: number): number => {
  const { kind, corner, centreXM, widthM, sweepM } = backdrop
  if (kind !== 'cyclorama' || !corner || sweepM <= 0) return 0
  const radius = coveRadius(backdrop)
  const fromWall = corner.side === 'left' ? xM - (centreXM - widthM / 2) : centreXM + widthM / 2 - xM
  return fromWall < radius ? radius - Math.sqrt(radius * radius - (radius - fromWall) ** 2) : 0
}

/**
 * A point on the drop, `xM` from the middle of the room, read flat toward the camera. A lit panel is read toward itself:
 * what it sends out counts as a white that sends back all of the reading.
 */
export const onBackdrop = (set: StudioSet, id: string, name: string, xM: number, heightM: number): MeterPoint => {
  const isLit = set.backdrop.kind === 'lit-panel'
  return {
    id,
    name,
    position: [xM, METER_FROM_BACKDROP_M + cornerAt(set, xM), heightM],
    facing: isLit ? [0, -1, 0] : [0, 1, 0],
    facingWords: isLit ? 'flat disc toward the panel' : 'flat disc toward the camera',
    heldWords: `against the backdrop, ${name.replace('Backdrop ', '')}, head height`,
    receptor: 'flat',
    surface: 'backdrop',
    reflectance: isLit ? 1 : luminance(set.backdrop.reflectance),
    isEssential: true,
  }
}

export const readHeightM = (set: StudioSet): number => Math.min(headHeightM(set.subjects[0]!), set.backdrop.heightM - 0.1)

const own = ({ id, name, place, turnDeg, tiltDeg, receptor }: OwnPoint): MeterPoint => {
  const [x, y] = facingOf(turnDeg)
  const tilt = tiltDeg * Math.PI / 180
  const facing: Vector = [x * Math.cos(tilt), y * Math.cos(tilt), Math.sin(tilt)]
  return { id, name, position: vectorOf(place), facing, facingWords: 'as planned', heldWords: 'at its place', receptor, surface: 'own', isEssential: true }
}

/** The points of a set: the subject's two cheeks and hair, the backdrop left, middle and right at head height, the floor, and the user's own. */
export const meterPoints = (set: StudioSet): MeterPoint[] => {
  const reach = set.backdrop.widthM / 2 * SIDE_SHARE
  const subject = set.subjects[0]!
  return [
    keySide(set, subject),
    shadowSide(set, subject),
    hair(subject),
    ...BACKDROP_PLACES.map(({ id, name, across }) =>
      onBackdrop(set, id, name, set.backdrop.centreXM + across * reach, readHeightM(set))),
    floor(set, subject),
    ...set.points.map(own),
  ]
}

/** The ids of a set's meter points, without working out where they are. */
export const meterPointIds = ({ points }: StudioSet): string[] => [KEY_SIDE, SHADOW_SIDE, HAIR, ...BACKDROP_PLACES.map(({ id }) => id), FLOOR, ...points.map(({ id }) => id)]

/** Points in a row across the backdrop at reading height, edge to edge, for its band of tone. */
export const bandPoints = (set: StudioSet, count: number): MeterPoint[] =>
  Array.from({ length: count }, (_, index) => {
    const share = (index + 0.5) / count - 0.5
    return onBackdrop(set, `band/${index}`, 'Backdrop band', set.backdrop.centreXM + share * set.backdrop.widthM, readHeightM(set))
  })

/** The point where a light is read alone: key-like lights at the subject, edge and hair lights over the crown, backdrop lights on the drop nearest their aim. */
export const pointOfLight = (light: Light, points: readonly MeterPoint[]): MeterPoint => {
  const backdrop = points.filter(point => point.surface === 'backdrop')
  if (light.job === 'edge' || light.job === 'hair') return points.find(point => point.id === HAIR) ?? points[0]!
  if (light.job !== 'backdrop' || backdrop.length === 0) return points[0]!
  const aimXM = light.aim.at === 'place' ? light.aim.place.xM : light.place.xM
  return backdrop.reduce((best, point) =>
    Math.abs(point.position[0] - aimXM) < Math.abs(best.position[0] - aimXM) ? point : best)
}
