import { inPicture, type Character } from './character'
import { dot } from '../physics/units/vector'
import { UNSEEN_STOPS, DEVIATIONS_UNMET, DEVIATIONS_MET, DEVIATIONS_MOST } from './thresholds'

/** What of a picture's light is matched, in the order in which it is told. */
export const ASPECTS = [
  'tone',
  'key-light',
  'gradient',
  'key-direction',
  'ratio',
  'softness',
  'shadow-edge',
  'edge',
  'spill',
  'floor',
  'colour',
] as const
/** One thing that makes a picture's light. */
export type Aspect = (typeof ASPECTS)[number]

/** How much an aspect counts: hard ones have to be met, wished ones come after them, the others are only shown. */
export type Firmness = 'hard' | 'wished' | 'indifferent'
/** What is asked of each aspect. */
export type Asked = Readonly<Record<Aspect, Firmness>>

/** Asked where nobody says otherwise: tone, gradient, key and ratio make a picture the same; common practice. */
export const USUALLY_ASKED: Asked = {
  tone: 'hard',
  'key-light': 'hard',
  gradient: 'hard',
  'key-direction': 'hard',
  ratio: 'hard',
  softness: 'wished',
  'shadow-edge': 'wished',
  edge: 'wished',
  spill: 'wished',
  floor: 'wished',
  colour: 'wished',
}

/** What a deviation is told in: stops, degrees, the share of a size, or CIE 1976 Delta E*ab without its lightness. */
export type DeviationUnit = 'stops' | 'degrees' | 'share' | 'delta-e'

/** How far an aspect is from what it was: above 0 more of it (lighter, softer, steeper), angles are never below 0. */
export type Deviation = { aspect: Aspect; off: number; unit: DeviationUnit }

/** How far an aspect may be off and still count as met. */
export const TOLERANCES: Readonly<Record<Aspect, number>> = {
  tone: 0.15,
  'key-light': 0.15,
  gradient: 0.15,
  'key-direction': 10,
  ratio: 0.15,
  softness: 0.15,
  'shadow-edge': 0.2,
  edge: 0.3,
  spill: 0.3,
  floor: 0.3,
  colour: 6,
}

/** The figure of several that is furthest off, with its sign. */
const furthest = (offs: readonly number[]): number =>
  offs.reduce((most, off) => (Math.abs(off) > Math.abs(most) ? off : most), 0)

const seen = (stops: number): number => Math.max(UNSEEN_STOPS, stops)
/** Right way and wrong way: a light aside by so many degrees, as one angle. */
const angleDeg = (cosine: number): number => (Math.acos(Math.max(-1, Math.min(1, cosine))) * 180) / Math.PI

const OFFS: {
  readonly [A in Aspect]: { unit: DeviationUnit; of: (is: Character, was: Character) => number | null | undefined }
} = {
  tone: {
    unit: 'stops',
    of: (is, was) =>
      is.toneStops === null || was.toneStops === null ? undefined : inPicture(is.toneStops) - inPicture(was.toneStops),
  },
  'key-light': {
    unit: 'stops',
    of: (is, was) => (was.keyStops === null ? undefined : seen(is.keyStops ?? UNSEEN_STOPS) - seen(was.keyStops)),
  },
  gradient: {
    unit: 'stops',
    of: ({ gradient: is }, { gradient: was }) =>
      is && was
        ? furthest([
            is.acrossStops - was.acrossStops,
            is.uprightStops - was.uprightStops,
            is.hollowStops === null || was.hollowStops === null ? 0 : is.hollowStops - was.hollowStops,
          ])
        : undefined,
  },
  'key-direction': {
    unit: 'degrees',
    of: ({ key: is }, { key: was }) => was && (is ? angleDeg(dot(is.way, was.way)) : 180),
  },
  ratio: {
    unit: 'stops',
    of: (is, was) => (was.ratioStops === null ? undefined : (is.ratioStops ?? 0) - was.ratioStops),
  },
  softness: { unit: 'share', of: ({ key: is }, { key: was }) => was && (is?.softnessDeg ?? 0) / was.softnessDeg - 1 },
  'shadow-edge': {
    unit: 'share',
    of: ({ key: is }, { key: was }) => was && (is?.shadowEdgeDeg ?? 0) / was.shadowEdgeDeg - 1,
  },
  edge: {
    unit: 'stops',
    of: ({ edge: is }, { edge: was }) => {
      if (!was) return undefined
      const there = is ?? { hairStops: UNSEEN_STOPS, leftStops: UNSEEN_STOPS, rightStops: UNSEEN_STOPS }
      return furthest([
        seen(there.hairStops) - seen(was.hairStops),
        seen(there.leftStops) - seen(was.leftStops),
        seen(there.rightStops) - seen(was.rightStops),
      ])
    },
  },
  spill: {
    unit: 'stops',
    of: (is, was) => (was.spillStops === null ? undefined : seen(is.spillStops ?? UNSEEN_STOPS) - seen(was.spillStops)),
  },
  floor: {
    unit: 'stops',
    of: (is, was) =>
      is.floorStops === null || was.floorStops === null
        ? undefined
        : inPicture(is.floorStops) - inPicture(was.floorStops),
  },
  colour: {
    unit: 'delta-e',
    of: ({ colour: is }, { colour: was }) => {
      if (!is || !was) return undefined
      const apart = (one: readonly [number, number], other: readonly [number, number]) =>
        Math.hypot(one[0] - other[0], one[1] - other[1])
      return Math.max(apart(is.backdrop, was.backdrop), is.card && was.card ? apart(is.card, was.card) : 0)
    },
  },
}

/** How far each aspect is from what it was; what is not known of either is left out. */
export const deviationsOf = (is: Character, was: Character): Deviation[] =>
  ASPECTS.flatMap(aspect => {
    const off = OFFS[aspect].of(is, was)
    return off === undefined || off === null ? [] : [{ aspect, off, unit: OFFS[aspect].unit }]
  })

/** Whether an aspect is as near as it has to be. */
export const isMet = ({ aspect, off }: Deviation): boolean => Math.abs(off) <= TOLERANCES[aspect] + 1e-9

const WEIGHTS: Readonly<Record<Firmness, number>> = { hard: 1, wished: 0.1, indifferent: 0 }

/** What deviations cost: squares of how far they are off in tolerances, by how firmly each is asked. */
export const costOf = (deviations: readonly Deviation[], asked: Asked): number =>
  deviations.reduce((sum, deviation) => {
    const { aspect, off } = deviation
    const firmness = asked[aspect]
    const weight = WEIGHTS[firmness] * (isMet(deviation) ? DEVIATIONS_MET : 1)
    const unmet = firmness === 'hard' && !isMet(deviation) ? DEVIATIONS_UNMET : 0
    return sum + weight * Math.min(DEVIATIONS_MOST, (off / TOLERANCES[aspect]) ** 2) + unmet
  }, 0)
