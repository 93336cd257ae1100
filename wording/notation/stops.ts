import { err, ok, type Outcome } from '#core/shared/outcome'

const MINUS = '\u2212'
const GLYPHS: Record<string, string> = {
  '½': '1/2',
  '⅓': '1/3',
  '⅔': '2/3',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
}

/** How part-stops are written: tenths as decimals, thirds and halves as fractions. */
export type StopStyle = 'tenths' | 'thirds' | 'halves'

/** Steps to the stop in each style. */
export const STOP_STYLE_STEPS: Record<StopStyle, number> = { tenths: 10, thirds: 3, halves: 2 }

const FRACTION_NAMES: Record<string, string> = { '1/3': '⅓', '2/3': '⅔', '1/2': '½' }

/** The style that shows a lamp's click exactly. */
export const styleForClick = (clickStops: number): StopStyle => {
  if (Math.abs(clickStops * 3 - Math.round(clickStops * 3)) < 1e-6 && clickStops < 0.9) return 'thirds'
  return Math.abs(clickStops - 0.5) < 1e-6 ? 'halves' : 'tenths'
}

/** Replaces fraction glyphs by digits, true minus signs by hyphens and decimal commas by points. */
export const plainFigures = (text: string): string =>
  text
    .replace(/[½⅓⅔¼¾⅛⅜⅝⅞]/g, glyph => ` ${GLYPHS[glyph]}`)
    .replaceAll(MINUS, '-')
    .replace(/(\d),(\d)/g, '$1.$2')
    .replace(/\s+/g, ' ')
    .trim()

/** Reads `3/10`, `1/3` or `0.3` as a number; undefined when it is none of these. */
export const fractionFrom = (text: string): number | undefined => {
  const parts = /^(\d+)\/(\d+)$/.exec(text)
  if (parts) return Number(parts[2]) === 0 ? undefined : Number(parts[1]) / Number(parts[2])
  return /^(\d+(\.\d*)?|\.\d+)$/.test(text) ? Number(text) : undefined
}

/** A part of a stop below 1, counted in the style's steps: `0.3`, `⅓`, `½`. */
export const partOfStop = (steps: number, style: StopStyle): string => {
  const name = `${steps}/${STOP_STYLE_STEPS[style]}`
  return style === 'tenths' ? (steps / 10).toFixed(1) : (FRACTION_NAMES[name] ?? name)
}

/** Stops with a sign: `+0.3`, `−1⅓`, `0`. Rounds to the style's step. */
export const formatStops = (stops: number, style: StopStyle = 'tenths'): string => {
  const perStop = STOP_STYLE_STEPS[style]
  const steps = Math.round(Math.abs(stops) * perStop)
  if (steps === 0) return '0'
  const sign = stops < 0 ? MINUS : '+'
  if (style === 'tenths') return `${sign}${(steps / 10).toFixed(1)}`
  const whole = Math.floor(steps / perStop)
  const rest = steps % perStop
  return `${sign}${whole || rest === 0 ? whole : ''}${rest ? partOfStop(rest, style) : ''}`
}

/** Reads a signed number of stops: `+0.3`, `-1 1/3`, `−⅔`, `2`. */
export const parseStops = (text: string): Outcome<number> => {
  const plain = plainFigures(text).replace(/\s*stops?$/i, '')
  const match = /^([+-]?)\s*(?:(\d+(?:\.\d*)?|\.\d+)(?:\s+(\d+\/\d+))?|(\d+\/\d+))$/.exec(plain)
  const whole = match?.[2] === undefined ? 0 : Number(match[2])
  const part = fractionFrom(match?.[3] ?? match?.[4] ?? '0')
  if (!match || part === undefined || (match[3] && !Number.isInteger(whole))) {
    return err(`"${text.trim()}" is not a number of stops. Write for example +0.3, -1 1/3 or 2.`)
  }
  return ok((match[1] === '-' ? -1 : 1) * (whole + part))
}
