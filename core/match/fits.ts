import { isMeantToHide } from '../checks/inFrame'
import type { Kit, KitItem } from '../kit/kitSchema'
import { axisOf } from '../model/aim'
import { roomBounds, vectorOf } from '../model/bounds'
import { firstHeadOf } from '../model/headHeight'
import type { Lamp, Light, StudioSet } from '../model/schema'
import { rolledReach } from '../physics/sources/frontShape'
import { lampIntensity } from '../physics/sources/output'
import type { Modifier } from '../physics/sources/modifier'
import { ratioFromStops } from '../physics/units/stops'
import { add, direction, distance, dot, scale, subtract, turn, type Vector } from '../physics/units/vector'
import { apparentSize, shadowEdgeDeg, softnessDeg } from './apparentSize'
import { NEAREST_M, FITS_AIR_M, BEFORE_BACKDROP_M, TURN_STEP_DEG, MOST_TURN_DEG, FITS_UNLIKE } from './thresholds'

/** A light of a set made with another modifier, at a place in another room that gives what the light gave. */
export type Fit = {
  modifierId: string
  modifier: Modifier
  place: Light['place']
  /** Stops of the lamp's full power in its standard reflector that it needs over what the light was given. */
  needsStops: number
  /** How unlike the light it is; 0 is the same. */
  unlike: number
  /** How far its way to the head had to be turned from the light's, degrees, and why. */
  turnedDeg: number
  against?: FitLimit
}

/** What of a room keeps a light from where it should be, and by how much, metres. */
export type FitLimit = { of: 'ceiling' | 'wall' | 'backdrop'; byM: number }

/** From where to where along a way from the head a front has room, metres, and what ends it. */
type Reach = { leastM: number; mostM: number; against: FitLimit['of'] }

const reachAlong = (set: StudioSet, way: Vector, { across, up }: { across: number; up: number }): Reach => {
  const { left, right, front, ceiling } = roomBounds(set.room)
  const head = firstHeadOf(set)
  const level = Math.hypot(way[0], way[1])
  // A front that looks at the head leans by its height: its rim rises by what is level of it.
  const rise = up * level
  const aside = across * (level > 0 ? Math.abs(way[1]) / level : 1) + up * Math.abs(way[2]) * Math.abs(way[0])
  const along = (of: FitLimit['of'], axis: 0 | 1 | 2, [from, to]: readonly [from: number, to: number]): Reach => {
    const [back, ahead] = [from - head[axis], to - head[axis]]
    const by = way[axis]
    // Too large a front has no room anywhere along.
    if (ahead < back) return { against: of, leastM: 0, mostM: 0 }
    if (Math.abs(by) <= 1e-6) return { against: of, leastM: 0, mostM: back <= 0 && ahead >= 0 ? Infinity : 0 }
    const [one, other] = [back / by, ahead / by]
    return { against: of, leastM: Math.max(0, Math.min(one, other)), mostM: Math.max(one, other) }
  }
  const ends = [
    along('wall', 0, [left + FITS_AIR_M + aside, right - FITS_AIR_M - aside]),
    along(way[1] < 0 ? 'backdrop' : 'wall', 1, [BEFORE_BACKDROP_M, front - FITS_AIR_M]),
    along('ceiling', 2, [FITS_AIR_M + rise, ceiling - FITS_AIR_M - rise]),
  ]
  const nearest = ends.reduce((first, one) => (one.mostM < first.mostM ? one : first))
  return { ...nearest, leastM: Math.max(...ends.map(({ leastM }) => leastM)) }
}

/** From where to where along a way a front may stand, off the face and in the room; undefined where it may not. */
const roomAlong = ({ leastM, mostM }: Reach): readonly [number, number] | undefined => {
  const fromM = Math.max(NEAREST_M, leastM)
  return mostM >= fromM ? [fromM, mostM] : undefined
}

/** The nearest way to one that leaves room for a front at a distance: lower, higher, or swung aside. */
const turnedUntilFits = (
  set: StudioSet,
  way: Vector,
  reach: { across: number; up: number },
): { way: Vector; turnedDeg: number; room: readonly [number, number]; against?: FitLimit } | undefined => {
  const first = reachAlong(set, way, reach)
  const own = roomAlong(first)
  if (own) return { way, turnedDeg: 0, room: own }
  for (let byDeg = TURN_STEP_DEG; byDeg <= MOST_TURN_DEG; byDeg += TURN_STEP_DEG)
    for (const [panDeg, tiltDeg] of [
      [0, -byDeg],
      [0, byDeg],
      [byDeg, 0],
      [-byDeg, 0],
    ] as const) {
      const turned = turn(way, panDeg, tiltDeg)
      const room = roomAlong(reachAlong(set, turned, reach))
      if (room) {
        const turnedDeg = (Math.acos(Math.min(1, dot(way, turned))) * 180) / Math.PI
        const lacksM = Math.max(0, NEAREST_M - first.mostM)
        return { way: turned, turnedDeg, room, against: { of: first.against, byM: lacksM } }
      }
    }
  return undefined
}

/** How a beam differs from another: how wide it spreads to half, a grid, a pattern; 0 is the same. */
const unlikeBeam = (one: Modifier, other: Modifier): number => {
  const width = ({ halfIntensityDeg, cutoff }: Modifier) => Math.min(halfIntensityDeg, cutoff?.angleDeg ?? 90)
  const isPatterned = ({ mask, table }: Modifier) => mask !== null || table !== null
  return (
    (Math.log2(width(one) / width(other)) / 0.5) ** 2 +
    (isPatterned(one) === isPatterned(other) ? 0 : 4) +
    (Math.sign(one.backSpill?.share ?? 0) === Math.sign(other.backSpill?.share ?? 0) ? 0 : 0.5)
  )
}

/** What a beam's axis gives against its lamp in the standard reflector; a gel's share is the same before both. */
const needOf = (was: Light, wasM: number, modifier: Modifier, isM: number): number =>
  2 * Math.log2(isM / wasM) + modifier.lossStops - was.modifier.lossStops

/** A size that differs by this much is as unlike as one. */
const SIZE_SHARE = Math.log2(1.15)

/**
 * A light that is for the subject, with a modifier, where it looks as large from the head as it did and comes from
 * where it came, as far as the room lets it; undefined where the room has no place for it at all.
 * @param was the light, in the set that it is from
 * @param to the set that it is to stand in, with its subject, and what it is aimed at there
 */
export const fitOnSubject = (
  was: { light: Light; set: StudioSet },
  to: { set: StudioSet; aim: Light['aim'] },
  { id, what: modifier }: KitItem<'modifiers'>,
): Fit | undefined => {
  const { set, aim } = to
  const wasHead = firstHeadOf(was.set)
  const wasM = Math.max(0.1, distance(vectorOf(was.light.place), wasHead))
  const wasSize = apparentSize(was.light, was.set, wasHead)
  const reach = rolledReach(modifier.front, was.light.rollDeg)
  const wished = direction(subtract(vectorOf(was.light.place), wasHead))
  const fitting = turnedUntilFits(set, wished, reach)
  if (!fitting) return undefined
  const { way, turnedDeg, room, against } = fitting
  const facing = Math.max(0.2, dot(axisOf(was.light, was.set), scale(wished, -1)))
  const oneM = Math.sqrt(Math.max(1e-6, reach.across * reach.up) * facing)
  const wantedM = oneM / Math.tan((softnessDeg(wasSize) * Math.PI) / 360)
  const isM = Math.max(room[0], Math.min(room[1], wantedM))
  const [xM, yM, zM] = add(firstHeadOf(set), scale(way, isM))
  const place = { xM, yM, zM }
  const size = apparentSize({ ...was.light, modifier, place, aim }, set, firstHeadOf(set))
  const unlikeSize = (of: (size: ReturnType<typeof apparentSize>) => number) =>
    (Math.log2(of(size) / of(wasSize)) / SIZE_SHARE) ** 2
  return {
    modifierId: id,
    modifier,
    place,
    needsStops: needOf(was.light, wasM, modifier, isM),
    unlike:
      FITS_UNLIKE.size * unlikeSize(softnessDeg) +
      FITS_UNLIKE.edge * unlikeSize(shadowEdgeDeg) +
      FITS_UNLIKE.beam * unlikeBeam(modifier, was.light.modifier) +
      FITS_UNLIKE.away * Math.log2(isM / wasM) ** 2 +
      FITS_UNLIKE.turned * (turnedDeg / 10) ** 2,
    turnedDeg,
    against,
  }
}

/**
 * A light that is for the backdrop, with a modifier, where it stood against the backdrop, or as near as walls let it.
 */
export const fitOnBackdrop = (
  was: { light: Light; set: StudioSet },
  set: StudioSet,
  { id, what: modifier }: KitItem<'modifiers'>,
): Fit => {
  const { light } = was
  const bounds = roomBounds(set.room)
  const { across, up } = rolledReach(modifier.front, light.rollDeg)
  const wished = { ...light.place, xM: set.backdrop.centreXM + light.place.xM - was.set.backdrop.centreXM }
  const between = (value: number, least: number, most: number) =>
    Math.max(least, Math.min(Math.max(least, most), value))
  const place = {
    xM: between(wished.xM, bounds.left + FITS_AIR_M + across / 2, bounds.right - FITS_AIR_M - across / 2),
    yM: between(wished.yM, bounds.back + FITS_AIR_M, bounds.front - FITS_AIR_M),
    zM: between(wished.zM, FITS_AIR_M + up, bounds.ceiling - FITS_AIR_M - up),
  }
  const offM = Math.hypot(place.xM - wished.xM, place.yM - wished.yM, place.zM - wished.zM)
  const isAside = Math.abs(place.xM - wished.xM) > Math.abs(place.zM - wished.zM)
  // What hides behind the subject must not grow out from there.
  const isHidden = isMeantToHide(was.set, light)
  const sizeOf = ({ front }: Modifier) => {
    const reach = rolledReach(front, light.rollDeg)
    return Math.sqrt(reach.across * reach.up)
  }
  return {
    modifierId: id,
    modifier,
    place,
    needsStops: needOf(light, 1, modifier, 1),
    unlike:
      FITS_UNLIKE.beam * 8 * unlikeBeam(modifier, light.modifier) +
      (isHidden ? FITS_UNLIKE.seen : FITS_UNLIKE.front) * Math.log2(sizeOf(modifier) / sizeOf(light.modifier)) ** 2 +
      offM ** 2,
    turnedDeg: 0,
    against: offM > 0.05 ? { of: isAside ? 'wall' : 'ceiling', byM: offM } : undefined,
  }
}

/** Lamps of a kit one by one, the strongest first; of one kind where there are enough of it. */
export const lampsOf = (kit: Kit, count: number, kind: Lamp['kind']): { id: string; lamp: Lamp }[] => {
  const all = kit.lamps
    .flatMap(item =>
      Array.from({ length: item.count }, () => ({ id: item.id, lamp: { ...item.what, kitId: item.id } })),
    )
    .toSorted((a, b) => lampIntensity(b.lamp) - lampIntensity(a.lamp))
  const ofKind = (wanted: Lamp['kind']) => all.filter(({ lamp }) => lamp.kind === wanted)
  const other = kind === 'flash' ? 'continuous' : 'flash'
  const [same, others] = [ofKind(kind), ofKind(other)]
  // Flash and lamps that burn together follow the shutter apart: one kind alone where it is enough.
  if (same.length >= count || same.length >= others.length) return same
  return others
}

/** What a lamp at a power gives in its standard reflector, for one exposure: candela, or lux-seconds at one metre. */
export const outputOf = ({ lamp }: Pick<Light, 'lamp'>, powerStops: number, shutterS: number): number =>
  lampIntensity(lamp) * ratioFromStops(powerStops) * (lamp.kind === 'flash' ? 1 : shutterS)
