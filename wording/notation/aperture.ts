import {
  FIRST_FULL_STOP,
  FULL_STOP_NAMES,
  markedFNumber,
  THIRD_STOP_NAMES,
} from '#core/physics/photometry/markedApertures'
import { fNumberFromStops, stopsFromFNumber } from '#core/physics/units/fNumber'
import { fractionFrom, partOfStop, plainFigures, STOP_STYLE_STEPS, type StopStyle } from './stops'
import { err, ok, type Outcome } from '#core/shared/outcome'

/** Apertures and readings between these f-numbers are understood. */
const SMALLEST_F_NUMBER = 0.25
/** The largest f-number that is understood. */
const LARGEST_F_NUMBER = 720

/** How f-numbers may be written. */
const F_NUMBER_HELP = 'Write an f-number such as f/8 +0.3, 8.7, 5.6 1/3 or 2.8 and 3/10.'

/** How an f-number is written: a full stop with a part of one, or decimals. */
export type FNumberStyle = StopStyle | 'decimal'

/** Two figures, and one more where two would be the name of a third of a stop, which means a power of sqrt 2. */
const decimalOf = (fNumber: number): string => {
  const short = String(Number(fNumber.toPrecision(2)))
  const named = markedFNumber(short)
  // By the figure that would be written, so that what is read back is written alike.
  const long = fNumber.toPrecision(3)
  if (named === undefined) return short
  const isItsName = Number(named.toPrecision(2)) === Number(short) && Math.abs(Math.log(named / Number(long))) < 0.012
  return isItsName ? short : long
}

/** What a bare figure such as 8.5 is by the habit of its meter: a full stop and tenths, or an f-number in decimals. */
export type FigureHabit = 'tenths' | 'decimal'

/**
 * Both meanings of a bare figure whose whole part is a full stop: 8.5 as 8 and five tenths of a stop, and as f/8.5.
 * Undefined where
 * there is nothing to ask: it is a full stop's name, is written with f/ before it, or has no tenths.
 */
export const bareMeanings = (text: string): Record<FigureHabit, number> | undefined => {
  const plain = plainFigures(text)
  const match = /^(\d+)\.(\d)$/.exec(plain)
  if (!match || match[2] === '0' || FULL_STOP_NAMES.includes(plain) || !FULL_STOP_NAMES.includes(match[1]!))
    return undefined
  return {
    tenths: markedFNumber(match[1]!)! * fNumberFromStops(Number(match[2]) / 10),
    decimal: markedFNumber(plain) ?? Number(plain),
  }
}

/** Writes an f-number: `f/8`, `f/8 +0.3`, `f/5.6 +⅓`, or `f/8.7` in decimals. Rounds to the style's step. */
export const formatFNumber = (fNumber: number, style: FNumberStyle = 'tenths'): string => {
  if (style === 'decimal') return `f/${decimalOf(fNumber)}`
  const perStop = STOP_STYLE_STEPS[style]
  const steps = Math.round(stopsFromFNumber(fNumber) * perStop)
  const full = Math.floor(steps / perStop)
  const name = FULL_STOP_NAMES[full - FIRST_FULL_STOP]
  if (name === undefined) return `f/${decimalOf(fNumber)}`
  const rest = steps - full * perStop
  return rest === 0 ? `f/${name}` : `f/${name} +${partOfStop(rest, style)}`
}

/** An aperture as the camera shows it: `f/8`, `f/9`, `f/10`. Rounds to the third of a stop. */
export const formatAperture = (fNumber: number): string => {
  const name = THIRD_STOP_NAMES[Math.round(stopsFromFNumber(fNumber) * 3)]
  return name === undefined ? formatFNumber(fNumber, 'decimal') : `f/${name}`
}

/**
 * Reads an f-number. Names of full stops and of cameras' third stops mean the exact power of sqrt 2; other decimals
 * are taken as
 * written, but for a bare figure by a meter whose habit is tenths of a stop behind the point.
 * A part-stop may follow a full-stop name only: `f/8 +0.3`, `8 -1/3`, `5.6 1/3`, `2.8 and 3/10`, `T2.8 and 3/10`.
 */
export const parseFNumber = (text: string, habit: FigureHabit = 'decimal'): Outcome<number> => {
  const bare = habit === 'tenths' ? bareMeanings(text) : undefined
  if (bare) return ok(bare.tenths)
  const plain = plainFigures(text).replace(/^[ft]\s*\/?\s*/i, '')
  const match = /^(\d+(?:\.\d*)?|\.\d+)(?:\s*([+-]|\band\b)\s*(\d+\/\d+|\d*\.?\d+)|\s+(\d+\/\d+))?$/i.exec(plain)
  const refuse = (why: string) => err(`"${text.trim()}" ${why} ${F_NUMBER_HELP}`)
  if (!match) return refuse('is not an f-number.')
  const written = Number(match[1])
  const name = FULL_STOP_NAMES.findIndex(known => Number(known) === written)
  const base = name >= 0 ? fNumberFromStops(name + FIRST_FULL_STOP) : (markedFNumber(match[1]!) ?? written)
  const tail = match[3] ?? match[4]
  const part = tail === undefined ? 0 : fractionFrom(tail)
  if (part === undefined || part >= 1) return refuse('has a part-stop that is not below one stop.')
  if (tail !== undefined && name < 0) return refuse(`adds a part-stop to f/${written}, which is not a full stop.`)
  const fNumber = base * fNumberFromStops(match[2] === '-' ? -part : part)
  if (!(fNumber >= SMALLEST_F_NUMBER * 0.99 && fNumber <= LARGEST_F_NUMBER)) {
    return refuse(`is outside f/${SMALLEST_F_NUMBER} to f/${LARGEST_F_NUMBER}.`)
  }
  return ok(fNumber)
}
