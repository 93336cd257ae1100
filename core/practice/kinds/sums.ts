import { combineReadings } from '../../physics/photometry/meter'
import { fNumberFromStops, stopsFromFNumber } from '../../physics/units/fNumber'
import { diceOf, type Dice } from '../../shared/chance'
import type { ExerciseRef, NumberExercise, NumberQuestion, Quantity } from '../exercise'
import { rangeOf } from '../figures'
import type { Level } from '../skills'

type Sum = { question: NumberQuestion; quantity: Quantity; right: number; thumb: number }

/** Sums are exact: a tenth of a stop is what a meter shows, a third what a lens clicks in. */
const WITHIN = { fullWithin: 0.12, noneBeyond: 0.6 }
const MIREDS_WITHIN = { fullWithin: 8, noneBeyond: 60 }
const FOOT_M = 0.3048
const INCH_M = FOOT_M / 12

const fullStop = (dice: Dice, least = 2, most = 7): number => fNumberFromStops(dice.whole(least, most))
const thirds = (dice: Dice, least: number, most: number): number => dice.whole(least * 3, most * 3) / 3
const notZero = (draw: () => number): number => {
  for (let tries = 0; tries < 40; tries++) {
    const drawn = draw()
    if (Math.abs(drawn) > 0.01) return drawn
  }
  return 1
}
const whole = (stops: number): number => Math.round(stops)

const stopped = (dice: Dice, level: Level): Sum => {
  const fNumber = fullStop(dice, 3, 6)
  const stops = {
    1: () => dice.whole(1, 2) * dice.sign(),
    2: () => dice.whole(2, 4) * dice.sign(),
    3: () => notZero(() => thirds(dice, -2, 2)),
    4: () => notZero(() => dice.whole(-25, 25) / 10),
    5: () => notZero(() => thirds(dice, -2, 2)),
  }[level]()
  if (level === 5) {
    // The lens changes by so much, and the film speed too: what is left.
    const isoStops = notZero(() => thirds(dice, -2, 2))
    const right = fNumberFromStops(stopsFromFNumber(fNumber) + stops + isoStops)
    return {
      question: { ask: 'stopped', fNumber, stops, isoFrom: 100 * 2 ** 2, isoTo: 100 * 2 ** (2 + isoStops) },
      quantity: 'f-number',
      right,
      thumb: fNumberFromStops(stopsFromFNumber(fNumber) + whole(stops)),
    }
  }
  if (level === 2 && dice.share() < 0.5) {
    const to = fNumberFromStops(stopsFromFNumber(fNumber) + stops)
    return { question: { ask: 'between', from: fNumber, to }, quantity: 'stops', right: stops, thumb: whole(stops) }
  }
  return {
    question: { ask: 'stopped', fNumber, stops },
    quantity: 'f-number',
    right: fNumberFromStops(stopsFromFNumber(fNumber) + stops),
    thumb: fNumberFromStops(stopsFromFNumber(fNumber) + whole(stops)),
  }
}

/** Distances in steps as a tape is read: five centimetres, or inches. */
const onTape = (lengthM: number, isFeet: boolean, stepM: number): number => {
  const step = isFeet ? stepM : 0.05
  return Math.round(lengthM / step) * step
}

const distance = (dice: Dice, level: Level, isFeet: boolean): Sum => {
  const stepM = level >= 3 ? INCH_M : FOOT_M
  const fromM = onTape(dice.between(0.9, 3.6), isFeet, stepM)
  if (level === 4) {
    const stops = notZero(() => dice.whole(-4, 4) / 2)
    const right = fromM * 2 ** (-stops / 2)
    // To the whole stop, by doubling and halving.
    return {
      question: { ask: 'distance-for', fromM, stops, isFeet },
      quantity: 'metres',
      right,
      thumb: fromM * 2 ** -Math.trunc(stops / 2),
    }
  }
  const factor = {
    1: () => (dice.sign() > 0 ? 2 : 0.5),
    2: () => dice.one([Math.SQRT2, Math.SQRT1_2, 2.83, 0.354]),
    3: () => dice.between(1.2, 2.6) ** dice.sign(),
    5: () => dice.between(1.2, 2.6) ** dice.sign(),
  }[level]()
  const toM = level === 1 ? fromM * factor : Math.max(stepM, onTape(fromM * factor, isFeet, stepM))
  const powerStops = level === 5 ? notZero(() => thirds(dice, -2, 2)) : 0
  const right = -2 * Math.log2(toM / fromM) + powerStops
  return {
    question: { ask: 'distance', fromM, toM, powerStops, isFeet },
    quantity: 'stops',
    right,
    thumb: whole(-2 * Math.log2(toM / fromM)),
  }
}

const added = (dice: Dice, level: Level): Sum => {
  const first = fullStop(dice, 3, 6)
  const under = (stops: number) => fNumberFromStops(stopsFromFNumber(first) - stops)
  const fNumbers = {
    1: () => [first, first],
    2: () => Array.from({ length: dice.whole(3, 4) }, () => first),
    3: () => [first, under(dice.whole(1, 2))],
    4: () => [first, under(dice.whole(1, 6) / 3)],
    5: () => [first, under(dice.whole(0, 5) / 3), under(dice.whole(1, 8) / 3)],
  }[level]()
  const right = combineReadings(fNumbers)
  // "Their mean, and a stop for every doubling", as if they were equal.
  const mean = fNumbers.reduce((sum, one) => sum + stopsFromFNumber(one), 0) / fNumbers.length
  const thumb = fNumberFromStops(mean + Math.log2(fNumbers.length))
  return { question: { ask: 'add', fNumbers }, quantity: 'f-number', right, thumb }
}

const LEAST_MIREDS = 12
const LAMPS_K = [2700, 3000, 3200, 4300, 5000, 5600, 6500, 7500] as const

const mired = (dice: Dice, level: Level): Sum => {
  const two = dice.shuffled(LAMPS_K).slice(0, 2) as [number, number]
  const near = dice.shuffled([5000, 5600, 6500] as const).slice(0, 2) as [number, number]
  const [lampK, cameraK] = level === 1 ? near : two
  if (level <= 3) {
    const off = level === 3 ? dice.whole(-3, 3) * 100 : 0
    const [lamp, camera] = [lampK + off, cameraK]
    const right = 1e6 / lamp - 1e6 / camera
    // Less than a gel is made for is nothing to reckon.
    if (Math.abs(right) < LEAST_MIREDS) return mired(dice, level)
    return {
      question: { ask: 'mired', lampK: lamp, cameraK: camera },
      quantity: 'mired',
      right,
      // About daylight, a hundred kelvin are some three and a half mireds.
      thumb: (camera - lamp) / 29,
    }
  }
  const gelMireds = Array.from({ length: level - 3 }, () => dice.whole(2, 17) * 10 * dice.sign())
  // Lamps that no gel takes past what there is.
  const warmest = gelMireds.reduce((sum, one) => sum + one, 1e6 / lampK)
  if (warmest < 90 || warmest > 500) return mired(dice, level)
  return {
    question: { ask: 'gelled', lampK, gelMireds },
    quantity: 'kelvin',
    right: 1e6 / warmest,
    thumb: Math.max(1000, lampK - gelMireds.reduce((sum, one) => sum + one, 0) * 29),
  }
}

const MAKERS = {
  'sums/stops': stopped,
  'sums/distance': (dice: Dice, level: Level) => distance(dice, level, false),
  'sums/tape': (dice: Dice, level: Level) => distance(dice, level, true),
  'sums/add': added,
  'sums/mired': mired,
}

/** Sums in the head: exact figures, no set. */
export const makeSum = (ref: ExerciseRef & { skill: keyof typeof MAKERS }): NumberExercise => {
  const sum = MAKERS[ref.skill](diceOf(ref.seed, `${ref.skill} ${ref.level}`), ref.level)
  const isColour = sum.quantity === 'mired' || sum.quantity === 'kelvin'
  return {
    ...ref,
    ...sum,
    answer: 'number',
    range: rangeOf(sum.quantity),
    because: [],
    ...(isColour ? MIREDS_WITHIN : WITHIN),
  }
}
