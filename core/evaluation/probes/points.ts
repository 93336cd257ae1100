import { cheekOf } from '../../physics/figure/cheek'
import { constantOf, responseOfHeld, type Receptor } from '../../physics/photometry/meter'
import type { Rgb } from '../../physics/units/rgb'
import { add, direction, dot, scale, subtract, type Vector } from '../../physics/units/vector'
import { vectorOf } from '../../model/bounds'
import { coveRadius } from '../../scene/surfaces/backdropSurfaces'
import { facingOf } from '../../scene/surfaces/panelSheets'
import { headHeightM, headOf } from '../../model/headHeight'
import { ALL_BACKDROP, BACKDROP_PLACES, FLOOR, HAIR, KEY_SIDE, LIT_CHEEK, SHADOW_SIDE } from '../../model/placeIds'
import type { Hold, Light, OwnPoint, StudioSet, Subject } from '../../model/schema'
import {
  METER_FROM_HEAD_M,
  METER_FROM_BACKDROP_M,
  SIDE_SHARE,
  METER_FROM_SKIN_M,
  METER_FROM_FLOOR_M,
  BEFORE_FEET_M,
} from '../thresholds'

/** What a receptor points at: the key by its name, the camera, or as a surface takes its light. */
type Pointed = { receptor: Hold['receptor']; way: PointedWay; key?: string }

/** Ways in which a receptor can point. */
export type PointedWay =
  | 'key'
  | 'camera'
  | 'between'
  | 'lit-cheek'
  | 'skin-lit'
  | 'skin-shadow'
  | 'up-back'
  | 'up'
  | 'panel'
  | 'square'
  | 'backdrop'
  | 'as-planned'

/** Where the meter is held. */
export type HeldAt =
  | 'cheek'
  | 'lit-cheek'
  | 'other-cheek'
  | 'crown'
  | 'back-of-head'
  | 'floor-before-feet'
  | 'backdrop-at-head'
  | 'backdrop'
  | 'cove'
  | 'floor'
  | 'own-place'
  | 'picture'

/** A place where the meter is held, and what surface renders there. */
export type MeterPoint = {
  id: string
  name: string
  position: Vector
  /** Where the receptor points; a unit vector. */
  facing: Vector
  /** Which way it looks, and where it is held, for whoever holds the meter; null where nobody does. */
  pointed: Pointed | null
  heldAt: HeldAt | null
  receptor: Receptor
  /** How the meter is held there, and its constant C in lux for that. */
  hold: Hold
  constant: number
  /** Where and how the meter is held, where that differs from how the surface takes its light. */
  reader?: Reader
  surface: 'subject' | 'backdrop' | 'floor' | 'own'
  /** Read in every run; the others only where a look wants something of them. */
  isEssential: boolean
  /** Reflectance of the surface whose pixel value is shown, by channel; undefined where no value is meant. */
  reflectance?: Rgb
}

/** A receptor at a place. */
export type Reader = { id: string; position: Vector; facing: Vector; receptor: Receptor }

/** What a meter held at a point takes its light by. */
export const readerOf = (point: MeterPoint): Reader => point.reader ?? point

/** All that has to be lit for a point to be read and rendered. */
export const receiversOf = (point: MeterPoint): Reader[] => (point.reader ? [point, point.reader] : [point])

/** Turned to the camera's left as the subject is. */
const turned = ({ turnDeg }: Subject, [x, y, z]: Vector): Vector => {
  const angle = (turnDeg * Math.PI) / 180
  return [x * Math.cos(angle) - y * Math.sin(angle), x * Math.sin(angle) + y * Math.cos(angle), z]
}

const keyOf = (set: StudioSet): Light | undefined => set.lights.find(light => light.job === 'key')

/** The cheek that is turned to the key, or the other one: its skin and the way that looks. */
const cheek = (set: StudioSet, subject: Subject, isLit: boolean): { place: Vector; normal: Vector } => {
  const key = keyOf(set)
  const head = headOf(subject)
  const toKey = subtract(key ? vectorOf(key.place) : vectorOf(set.camera.place), head)
  const isOnItsLeft = dot(turned(subject, [1, 0, 0]), toKey) > 1e-9
  const { place, normal } = cheekOf(subject, isOnItsLeft === isLit ? 1 : -1)
  return {
    place: add([subject.place.xM, subject.place.yM, 0], turned(subject, scale(place, subject.heightM))),
    normal: turned(subject, normal),
  }
}

/** How a place is read where nobody said otherwise. */
const USUAL_HOLDS: Readonly<Record<string, Hold>> = {
  [KEY_SIDE]: { receptor: 'dome', looks: 'light' },
  [LIT_CHEEK]: { receptor: 'flat', looks: 'surface' },
  [SHADOW_SIDE]: { receptor: 'flat', looks: 'surface' },
  [HAIR]: { receptor: 'dome', looks: 'surface' },
}
const FLAT_HOLD: Hold = { receptor: 'flat', looks: 'surface' }

/** The name that a point's hold goes by. */
export const holdKeyOf = (point: Pick<MeterPoint, 'id' | 'surface'>): string =>
  point.surface === 'backdrop' ? ALL_BACKDROP : point.id

/** How the meter is held at a place: as the set has it, or as usual. */
export const holdOf = (set: StudioSet, pointId: string): Hold => set.holds[pointId] ?? USUAL_HOLDS[pointId] ?? FLAT_HOLD

/**
 * Ways in which a place can be read: the key side in any direction, cheeks only as the skin there takes its light (a
 * dome in free air
 * would see the key past the head), everything else square to it.
 */
export const holdChoices = (
  pointId: string,
): { receptors: readonly Hold['receptor'][]; looks: readonly Hold['looks'][] } => {
  if (pointId === KEY_SIDE)
    return { receptors: ['dome', 'flat', 'retracted'], looks: ['light', 'camera', 'between', 'surface'] }
  if (pointId === LIT_CHEEK || pointId === SHADOW_SIDE) return { receptors: ['flat', 'retracted'], looks: ['surface'] }
  return {
    receptors: pointId === HAIR ? ['dome', 'flat', 'retracted'] : ['flat', 'dome', 'retracted'],
    looks: ['surface'],
  }
}

/** What follows from how the meter is held. */
const heldAs = (set: StudioSet, hold: Hold): Pick<MeterPoint, 'receptor' | 'hold' | 'constant'> => {
  const receptor = responseOfHeld(hold.receptor)
  return { receptor, hold, constant: constantOf(set.meter, receptor) }
}

const keySide = (set: StudioSet, subject: Subject, hold = holdOf(set, KEY_SIDE)): MeterPoint => {
  const key = keyOf(set)
  const head = headOf(subject)
  const toCamera = direction(subtract(vectorOf(set.camera.place), head), [0, 1, 0])
  const toKey = key ? direction(subtract(vectorOf(key.place), head), toCamera) : toCamera
  const skin = cheek(set, subject, true)
  const facing = {
    light: toKey,
    camera: toCamera,
    between: direction(add(toKey, toCamera), toKey),
    surface: skin.normal,
  }[hold.looks]
  const ways = { light: key ? 'key' : 'camera', camera: 'camera', between: 'between', surface: 'lit-cheek' } as const
  return {
    id: KEY_SIDE,
    name: 'Subject key side',
    position:
      hold.looks === 'surface' && hold.receptor !== 'dome'
        ? add(skin.place, scale(skin.normal, METER_FROM_SKIN_M))
        : add(head, scale(facing, METER_FROM_HEAD_M)),
    facing,
    pointed: { receptor: hold.receptor, way: ways[hold.looks], ...(key ? { key: key.name } : {}) },
    heldAt: 'cheek',
    ...heldAs(set, hold),
    surface: 'subject',
    isEssential: true,
  }
}

/** A card held at the face, toward the key: what a white thing there renders. */
export const CARD_AT_KEY = 'sense/card-at-key'

/** A card at the subject that looks at the key. */
export const cardAtKey = (set: StudioSet): MeterPoint => ({
  ...keySide(set, set.subjects[0]!, { receptor: 'flat', looks: 'light' }),
  id: CARD_AT_KEY,
  name: 'Card toward the key',
  isEssential: false,
})

/**
 * A cheek as the skin there takes its light, shadowed by the head: the lighting ratio is what falls on the lit one
 * over what falls on
 * the other. (A dome beside the head would see the key straight and show a third of the ratio.)
 */
const cheekPoint = (set: StudioSet, subject: Subject, isLit: boolean): MeterPoint => {
  const { place, normal } = cheek(set, subject, isLit)
  const id = isLit ? LIT_CHEEK : SHADOW_SIDE
  const hold = holdOf(set, id)
  return {
    id,
    name: isLit ? 'Subject lit cheek' : 'Subject shadow side',
    position: add(place, scale(normal, METER_FROM_SKIN_M)),
    facing: normal,
    pointed: { receptor: hold.receptor, way: isLit ? 'skin-lit' : 'skin-shadow' },
    heldAt: isLit ? 'lit-cheek' : 'other-cheek',
    ...heldAs(set, hold),
    surface: 'subject',
    isEssential: false,
  }
}

/** Above and behind the crown, where an edge or hair light lands. */
const hair = (set: StudioSet, subject: Subject): MeterPoint => ({
  id: HAIR,
  name: 'Hair',
  position: [subject.place.xM, subject.place.yM - 0.06, headHeightM(subject) + METER_FROM_HEAD_M],
  facing: direction([0, -1, 1]),
  pointed: { receptor: holdOf(set, HAIR).receptor, way: 'up-back' },
  heldAt: 'crown',
  ...heldAs(set, holdOf(set, HAIR)),
  surface: 'subject',
  isEssential: false,
})

/** A surface takes its light as a flat receptor does; where it is read by a dome, the dome reads beside it. */
const heldOnSurface = (
  set: StudioSet,
  id: string,
  position: Vector,
  facing: Vector,
  hold: Hold,
): Pick<MeterPoint, 'hold' | 'constant' | 'reader'> => {
  const { receptor, ...held } = heldAs(set, hold)
  return receptor === 'flat' ? held : { ...held, reader: { id: `${id}/dome`, position, facing, receptor } }
}

const floor = (set: StudioSet, subject: Subject): MeterPoint => {
  const yM = subject.place.yM + BEFORE_FEET_M
  return {
    id: FLOOR,
    name: 'Floor at the feet',
    position: [subject.place.xM, yM, METER_FROM_FLOOR_M],
    facing: [0, 0, 1],
    pointed: { receptor: holdOf(set, FLOOR).receptor, way: 'up' },
    heldAt: 'floor-before-feet',
    receptor: 'flat',
    ...heldOnSurface(set, FLOOR, [subject.place.xM, yM, METER_FROM_FLOOR_M], [0, 0, 1], holdOf(set, FLOOR)),
    surface: 'floor',
    reflectance: yM < set.backdrop.sweepM ? set.backdrop.reflectance : set.room.reflectances.floor,
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
 * A point on the drop, `xM` from the middle of the room, read flat toward the camera. A lit panel is read toward
 * itself:
 * what it sends out counts as a white that sends back all of the reading.
 */
export const onBackdrop = (
  set: StudioSet,
  { id, name }: { id: string; name: string },
  { xM, heightM }: { xM: number; heightM: number },
  hold = FLAT_HOLD,
): MeterPoint => {
  const isLit = set.backdrop.kind === 'lit-panel'
  const position: Vector = [xM, METER_FROM_BACKDROP_M + cornerAt(set, xM), heightM]
  const facing: Vector = isLit ? [0, -1, 0] : [0, 1, 0]
  return {
    id,
    name,
    position,
    facing,
    pointed: { receptor: hold.receptor, way: isLit ? 'panel' : 'camera' },
    heldAt: 'backdrop-at-head',
    receptor: 'flat',
    ...heldOnSurface(set, id, position, facing, hold),
    surface: 'backdrop',
    reflectance: isLit ? [1, 1, 1] : set.backdrop.reflectance,
    isEssential: true,
  }
}

/** Height at which the backdrop is read, metres. */
export const readHeightM = (set: StudioSet): number =>
  Math.min(headHeightM(set.subjects[0]!), set.backdrop.heightM - 0.1)

const own = (set: StudioSet, { id, name, place, turnDeg, tiltDeg, receptor }: OwnPoint): MeterPoint => {
  const [x, y] = facingOf(turnDeg)
  const tilt = (tiltDeg * Math.PI) / 180
  const facing: Vector = [x * Math.cos(tilt), y * Math.cos(tilt), Math.sin(tilt)]
  return {
    id,
    name,
    position: vectorOf(place),
    facing,
    pointed: { receptor, way: 'as-planned' },
    heldAt: 'own-place',
    ...heldAs(set, { receptor, looks: 'surface' }),
    surface: 'own',
    isEssential: true,
  }
}

/**
 * The points of a set: the subject's key side, two cheeks and hair, the backdrop left, middle and right at head
 * height, the floor, and the user's own.
 */
export const meterPoints = (set: StudioSet): MeterPoint[] => {
  const reach = (set.backdrop.widthM / 2) * SIDE_SHARE
  const subject = set.subjects[0]!
  return [
    keySide(set, subject),
    cheekPoint(set, subject, true),
    cheekPoint(set, subject, false),
    hair(set, subject),
    ...BACKDROP_PLACES.map(({ id, name, across }) =>
      onBackdrop(
        set,
        { id, name },
        { xM: set.backdrop.centreXM + across * reach, heightM: readHeightM(set) },
        holdOf(set, ALL_BACKDROP),
      ),
    ),
    floor(set, subject),
    ...set.points.map(point => own(set, point)),
  ]
}

/** Points in a row across the backdrop at reading height, edge to edge, for its band of tone. */
export const bandPoints = (set: StudioSet, count: number): MeterPoint[] =>
  Array.from({ length: count }, (_, index) => {
    const share = (index + 0.5) / count - 0.5
    return onBackdrop(
      set,
      { id: `band/${index}`, name: 'Backdrop band' },
      { xM: set.backdrop.centreXM + share * set.backdrop.widthM, heightM: readHeightM(set) },
    )
  })

/**
 * The point where a light is read alone: key-like lights at the subject, edge and hair lights over the crown,
 * backdrop lights on the drop nearest their aim.
 */
export const pointOfLight = (light: Light, points: readonly MeterPoint[]): MeterPoint => {
  const backdrop = points.filter(point => point.surface === 'backdrop')
  if (light.job === 'edge' || light.job === 'hair') return points.find(point => point.id === HAIR) ?? points[0]!
  if (light.job !== 'backdrop' || backdrop.length === 0) return points[0]!
  const aimXM = light.aim.at === 'place' ? light.aim.place.xM : light.place.xM
  return backdrop.reduce((best, point) =>
    Math.abs(point.position[0] - aimXM) < Math.abs(best.position[0] - aimXM) ? point : best,
  )
}
