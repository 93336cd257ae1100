import { lightingSolver } from '../evaluation/lightingSolver'
import type { Evaluation } from '../evaluation/evaluation'
import { meterPoints } from '../evaluation/probes/points'
import { changeSettings } from '../edits/edits'
import { stopsRead } from '../calibration/compare'
import type { Learned } from '../calibration/calibration'
import { aimsHeld } from '../model/aim'
import { BACKDROP_PLACES, KEY_SIDE, SHADOW_SIDE } from '../model/placeIds'
import { onlyOn } from '../model/settings'
import type { CameraSetting, StudioSet } from '../model/schema'
import { QUALITY } from '../physics/transport/stage'
import { luminance, scaleRgb, type Rgb } from '../physics/units/rgb'
import { goOn, type Listening } from '../solve/situation'
import { solvedLook } from '../solve/solvedLook'

/** A reading that could be taken: which lights burn, where the meter is held, and which meter. */
export type RepeatCheck = {
  lightIds: readonly string[]
  pointId: string
  meter: 'incident' | 'spot'
  /** Stops over the camera setting that the record expects there. */
  expectedStops: number
  /** How far a reading may be from that with nothing otherwise, one standard deviation, stops. */
  spreadStops: number
}

/** What may be otherwise than it was: one guess of many, with how large it is. */
export type Suspect =
  | { kind: 'nothing' }
  | { kind: 'lamp'; lightId: string; stops: number }
  | { kind: 'wall'; wall: Wall; isDarker: boolean }
  | { kind: 'paper'; stops: number }
  | { kind: 'subject'; along: 'depth' | 'across'; byM: number }

type Wall = 'left' | 'right' | 'ceiling'

/** Readings that could be taken, guesses, and what each guess would do to each reading, stops. */
export type RepeatDesign = {
  checks: readonly RepeatCheck[]
  suspects: readonly Suspect[]
  shifts: readonly (readonly number[])[]
}

/** A reading that was taken: the number of the check, and stops over what was expected. */
export type RepeatReading = { check: number; offStops: number }

/** One culprit, all of its guesses together; `suspect` is the guess that fits best. */
export type Culprit = { suspect: Suspect; probability: number }

/**
 * How far a reading is from one that was taken at the same place before (a meter in one hand on two days, places found
 * again by tape), and from what a plan that has learned says of a place where none was; common practice, no source.
 */
const READ_SPREAD_STOPS = 0.08
const PLAN_SPREAD_STOPS = 0.16
/** A guess is of about this size: so much of its shift may be more or less. */
const SIZE_SHARE = 0.3
const LAMP_STOPS = [-1 / 3, 1 / 3]
const PAPER_STOPS = [-0.5, -0.25, 0.25]
const SUBJECT_M = 0.1
/** A wall that sends back more than this is guessed to have been painted dark, one of less light. */
const LIGHT_WALL = 0.4
const [DARK, LIGHT] = [0.06, 0.8]
const WALLS: readonly Wall[] = ['left', 'right', 'ceiling']
/** Paper sends back no more than this. */
const MOST_PAPER = 0.95

/** Guesses that are of one culprit. */
const culpritOf = (suspect: Suspect): string => (suspect.kind === 'lamp' ? `lamp ${suspect.lightId}` : suspect.kind)

/** Every guess about a set: each lamp a third of a stop off, a wall painted, other paper, the subject 10 cm off. */
export const suspectsOf = (set: StudioSet): Suspect[] => {
  const [look] = set.looks
  const paper = luminance(set.backdrop.reflectance)
  return [
    { kind: 'nothing' },
    ...set.lights
      .filter(({ id }) => look!.lights[id]?.on)
      .flatMap(({ id }) => LAMP_STOPS.map(stops => ({ kind: 'lamp' as const, lightId: id, stops }))),
    ...WALLS.map(wall => ({
      kind: 'wall' as const,
      wall,
      isDarker: luminance(set.room.reflectances[wall]) > LIGHT_WALL,
    })),
    ...PAPER_STOPS.filter(stops => paper * 2 ** stops < MOST_PAPER).map(stops => ({ kind: 'paper' as const, stops })),
    ...(['depth', 'across'] as const).flatMap(along =>
      [-SUBJECT_M, SUBJECT_M].map(byM => ({ kind: 'subject' as const, along, byM })),
    ),
  ]
}

/** A set as a guess has it; lamps are no matter of the set. */
export const suspected = (set: StudioSet, suspect: Suspect): StudioSet => {
  switch (suspect.kind) {
    case 'nothing':
    case 'lamp':
      return set
    case 'wall': {
      const grey = suspect.isDarker ? DARK : LIGHT
      const painted: Rgb = [grey, grey, grey]
      return { ...set, room: { ...set.room, reflectances: { ...set.room.reflectances, [suspect.wall]: painted } } }
    }
    case 'paper':
      return {
        ...set,
        backdrop: { ...set.backdrop, reflectance: scaleRgb(set.backdrop.reflectance, 2 ** suspect.stops) },
      }
    case 'subject': {
      const [first, ...others] = set.subjects
      const { xM, yM } = first!.place
      const { along, byM } = suspect
      const place = along === 'depth' ? { xM, yM: yM + byM } : { xM: xM + byM, yM }
      // Lights stay aimed where they were: nobody turned them.
      return { ...set, subjects: [{ ...first!, place }, ...others], lights: aimsHeld(set) }
    }
  }
}

/** A hall in which a guess is true: a lamp that gives more or less does so at the power that it is set to. */
export const hallWith = (set: StudioSet, suspect: Suspect): StudioSet => {
  const there = suspected(set, suspect)
  if (suspect.kind !== 'lamp') return there
  const [look] = there.looks
  const { on, powerStops } = look!.lights[suspect.lightId]!
  return changeSettings(there, look!.id, {
    [suspect.lightId]: { on, powerStops: Math.min(0, Math.max(-12, powerStops + suspect.stops)) },
  })
}

/** Guesses that a hall can hide: a lamp at full gives no more. */
export const hideable = (set: StudioSet): Suspect[] =>
  suspectsOf(set).filter(suspect => suspect.kind !== 'nothing' && hallWith(set, suspect) !== set)

/** Whether two guesses are of one culprit. */
export const isSameCulprit = (one: Suspect, other: Suspect): boolean => culpritOf(one) === culpritOf(other)

const PLACES: readonly string[] = [KEY_SIDE, SHADOW_SIDE, ...BACKDROP_PLACES.map(({ id }) => id)]

type Asked = Pick<RepeatCheck, 'lightIds' | 'pointId' | 'meter'>

/** Readings that are worth thinking of: each light alone and all together, at the subject and on the backdrop. */
const askable = (set: StudioSet): Asked[] => {
  const on = set.lights.map(({ id }) => id).filter(id => set.looks[0]!.lights[id]?.on)
  const groups = [...on.map(id => [id]), ...(on.length > 1 ? [on] : [])]
  const known = new Set(meterPoints(set).map(({ id }) => id))
  const places = PLACES.filter(id => known.has(id))
  return groups.flatMap(lightIds =>
    places.flatMap(pointId => [
      { lightIds, pointId, meter: 'incident' as const },
      ...(BACKDROP_PLACES.some(({ id }) => id === pointId) ? [{ lightIds, pointId, meter: 'spot' as const }] : []),
    ]),
  )
}

/** What a reading of the record showed there with the same lights at the same powers; undefined without one. */
const readThen = (set: StudioSet, camera: CameraSetting, { lightIds, pointId, meter }: Asked): number | undefined => {
  const [look] = set.looks
  const then = set.readings.findLast(
    reading =>
      meter === 'incident' &&
      reading.meter === 'incident' &&
      reading.trust !== 'out' &&
      reading.pointId === pointId &&
      Object.keys(reading.lights).length === lightIds.length &&
      lightIds.every(
        id => Math.abs((reading.lights[id]?.powerStops ?? Infinity) - look!.lights[id]!.powerStops) < 0.01,
      ),
  )
  return then && stopsRead(then, camera)
}

/** A reading that a lamp meter cannot take: too little light there, stops under the camera setting. */
const TOO_DIM_STOPS = -7

const read = (evaluation: Evaluation, { lightIds, pointId, meter }: Asked): number => {
  const { look, set } = evaluation
  const { stops } = evaluation.under(onlyOn(look, lightIds)).at(pointId)
  return meter === 'spot' ? stops + Math.log2(luminance(set.backdrop.reflectance)) : stops
}

/**
 * Works out what every guess would do to every reading that could be taken, by real light: lamps by their share of a
 * reading, the rest by a set that stands so. Undefined where it was called off.
 */
export const designRepeat = async (
  set: StudioSet,
  camera: CameraSetting,
  learned: Learned,
  { report, pause = goOn }: Listening = {},
): Promise<RepeatDesign | undefined> => {
  const [look] = set.looks
  const solver = lightingSolver(QUALITY, meterPoints)
  const evaluated = (of: StudioSet, taught: Learned) => solvedLook(solver, of, look!.id, taught, { pause, camera })
  const plain = await evaluated(set, learned)
  if (!plain) return undefined
  const checks = askable(set)
    .map((asked): RepeatCheck & { planned: number } => {
      const [then, planned] = [readThen(set, camera, asked), read(plain, asked)]
      return {
        ...asked,
        planned,
        expectedStops: then ?? planned,
        spreadStops: then === undefined ? PLAN_SPREAD_STOPS : READ_SPREAD_STOPS,
      }
    })
    .filter(({ expectedStops }) => expectedStops > TOO_DIM_STOPS)
  const suspects = suspectsOf(set)
  const shifts: number[][] = []
  for (const [index, suspect] of suspects.entries()) {
    const taught =
      suspect.kind === 'lamp'
        ? {
            ...learned,
            lightStops: {
              ...learned.lightStops,
              [suspect.lightId]: (learned.lightStops[suspect.lightId] ?? 0) + suspect.stops,
            },
          }
        : learned
    const evaluation = suspect.kind === 'nothing' ? plain : await evaluated(suspected(set, suspect), taught)
    if (!evaluation) return undefined
    shifts.push(checks.map(check => read(evaluation, check) - check.planned))
    report?.((index + 1) / suspects.length)
  }
  return { checks, suspects, shifts }
}

/**
 * A reading against what was expected, stops: what an incident meter shows, or a spot meter, whose figure stands for
 * light that the surface sends back (K in cd/m² against C in lux, ISO 2720).
 */
export const offOfReading = (set: StudioSet, camera: CameraSetting, check: RepeatCheck, fNumber: number): number => {
  const shown = 2 * Math.log2(fNumber / camera.fNumber)
  const ofSpot = check.meter === 'spot' ? Math.log2(set.meter.flatConstant / Math.PI / set.meter.spotConstant) : 0
  return shown - ofSpot - check.expectedStops
}

/** The f-number that a meter shows where nothing is otherwise. */
export const expectedFNumber = (set: StudioSet, camera: CameraSetting, check: RepeatCheck): number =>
  2 ** (-offOfReading(set, camera, check, 1) / 2)

const density = (off: number, shift: number, { spreadStops }: RepeatCheck): number => {
  const spread = Math.hypot(spreadStops, SIZE_SHARE * shift)
  return Math.exp(-0.5 * ((off - shift) / spread) ** 2) / spread
}

/** Readings are chosen to part culprits: that there is none at all is held so much less likely meanwhile. */
const NONE_WHILE_CHOOSING = 0.05

/**
 * Equal chances for lamps, walls, paper and subject, shared among their guesses, and then what readings say of each
 * (Bayes).
 */
const beliefs = (
  { checks, suspects, shifts }: RepeatDesign,
  taken: readonly RepeatReading[],
  noneShare = 1,
): number[] => {
  const counts = new Map<string, number>()
  for (const { kind } of suspects) counts.set(kind, (counts.get(kind) ?? 0) + 1)
  const weights = suspects.map((suspect, index) =>
    taken.reduce(
      (weight, { check, offStops }) => weight * density(offStops, shifts[index]![check]!, checks[check]!),
      (suspect.kind === 'nothing' ? noneShare : 1) / counts.get(suspect.kind)!,
    ),
  )
  const whole = weights.reduce((sum, weight) => sum + weight, 0)
  return whole > 0 ? weights.map(weight => weight / whole) : weights.map(() => 1 / weights.length)
}

/** Culprits by how likely they are after some readings, the likeliest first. */
export const culpritsAfter = (design: RepeatDesign, taken: readonly RepeatReading[]): Culprit[] => {
  const chances = beliefs(design, taken)
  const byName = new Map<string, { suspect: Suspect; best: number; probability: number }>()
  design.suspects.forEach((suspect, index) => {
    const chance = chances[index]!
    const known = byName.get(culpritOf(suspect))
    if (!known) byName.set(culpritOf(suspect), { suspect, best: chance, probability: chance })
    else {
      known.probability += chance
      if (chance > known.best) [known.suspect, known.best] = [suspect, chance]
    }
  })
  return [...byName.values()]
    .map(({ suspect, probability }) => ({ suspect, probability }))
    .toSorted((a, b) => b.probability - a.probability)
}

/** Further from a guess than so many spreads, a reading is not what the guess makes of it. */
const STRANGE_SPREADS = 4

/** Whether some guess makes sense of every reading; where none does, something was read or set otherwise. */
export const isExplained = ({ checks, suspects, shifts }: RepeatDesign, taken: readonly RepeatReading[]): boolean =>
  suspects.some((_, guess) =>
    taken.every(({ check, offStops }) => {
      const shift = shifts[guess]![check]!
      const spread = Math.hypot(checks[check]!.spreadStops, SIZE_SHARE * shift)
      return Math.abs(offStops - shift) <= STRANGE_SPREADS * spread
    }),
  )

/** Eight draws of a standard normal, at the middles of equal shares of it, in orders that do not go together. */
const QUANTILES = [-1.534, -0.887, -0.489, -0.157, 0.157, 0.489, 0.887, 1.534]
const ORDERS = [
  [0, 1, 2, 3, 4, 5, 6, 7],
  [3, 6, 1, 4, 7, 2, 5, 0],
  [5, 0, 6, 2, 1, 7, 3, 4],
  [2, 5, 7, 0, 6, 3, 1, 4],
]

/** How likely the true culprit is held after some readings more, on average over guesses and over what meters stray. */
const worthOf = (design: RepeatDesign, chances: readonly number[], checks: readonly number[]): number => {
  const { suspects, shifts } = design
  const names = suspects.map(culpritOf)
  let worth = 0
  suspects.forEach((_, truth) => {
    if (chances[truth]! < 1e-4) return
    for (let draw = 0; draw < QUANTILES.length; draw++) {
      const offs = checks.map((check, at) => {
        const shift = shifts[truth]![check]!
        const spread = Math.hypot(design.checks[check]!.spreadStops, SIZE_SHARE * shift)
        return shift + spread * QUANTILES[ORDERS[at % ORDERS.length]![draw]!]!
      })
      let [own, whole] = [0, 0]
      for (let guess = 0; guess < suspects.length; guess++) {
        let weight = chances[guess]!
        checks.forEach((check, at) => {
          weight *= density(offs[at]!, shifts[guess]![check]!, design.checks[check]!)
        })
        whole += weight
        if (names[guess] === names[truth]) own += weight
      }
      if (whole > 0) worth += (chances[truth]! * own) / whole / QUANTILES.length
    }
  })
  return worth
}

/** Rounds in which each reading of a run is exchanged for the best one beside the others. */
const EXCHANGES = 3

/**
 * The readings that together tell most of who the culprit is, after those that were taken, the most telling first.
 * Begun one by one, then each exchanged for the best beside the others.
 */
export const nextChecks = (design: RepeatDesign, taken: readonly RepeatReading[], count: number): number[] => {
  const chances = beliefs(design, taken, NONE_WHILE_CHOOSING)
  const left = design.checks.map((_, check) => check).filter(check => !taken.some(one => one.check === check))
  const bestBeside = (others: readonly number[]): number | undefined =>
    left
      .filter(check => !others.includes(check))
      .map(check => ({ check, worth: worthOf(design, chances, [...others, check]) }))
      .reduce<{ check: number; worth: number } | undefined>(
        (most, one) => (!most || one.worth > most.worth ? one : most),
        undefined,
      )?.check
  const chosen: number[] = []
  while (chosen.length < count) {
    const next = bestBeside(chosen)
    if (next === undefined) break
    chosen.push(next)
  }
  for (let round = 0; round < EXCHANGES; round++) {
    const before = chosen.join()
    chosen.forEach((_, at) => {
      chosen[at] = bestBeside(chosen.filter((_check, other) => other !== at)) ?? chosen[at]!
    })
    if (chosen.join() === before) break
  }
  return chosen.toSorted((a, b) => worthOf(design, chances, [b]) - worthOf(design, chances, [a]))
}

/** So many readings find one culprit, mostly. */
export const REPEAT_READINGS = 3
/** A culprit that is this likely is named. */
export const NAMED_PROBABILITY = 0.6
