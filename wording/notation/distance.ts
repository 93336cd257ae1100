import { fractionFrom, plainFigures } from './stops'
import { err, ok, type Outcome } from '#core/shared/outcome'

/** Metres, or feet and inches. */
export type LengthUnit = 'metric' | 'imperial'

/** How a length in metres is written for whoever reads it. */
export type InLength = (metres: number) => string

/** The international foot, exact (international yard and pound agreement, 1959). */
export const METRES_PER_FOOT = 0.3048
const INCHES_PER_FOOT = 12
const METRES_PER_INCH = METRES_PER_FOOT / INCHES_PER_FOOT
const METRES_PER: Record<string, number> = { m: 1, cm: 0.01, mm: 0.001 }

/** Writes metres as `1.80 m`, or as feet and inches to the half inch: `5 ft 11 in`, `5 ft 10½ in`. */
export const formatDistance = (distanceM: number, unit: LengthUnit): string => {
  if (unit === 'metric') return `${(Math.round(distanceM * 100) / 100 || 0).toFixed(2)} m`.replace('-', '\u2212')
  const halves = Math.round((Math.abs(distanceM) / METRES_PER_INCH) * 2)
  const feet = Math.floor(halves / 2 / INCHES_PER_FOOT)
  const rest = halves - feet * 2 * INCHES_PER_FOOT
  const inches = `${rest === 1 ? '' : Math.floor(rest / 2)}${rest % 2 ? '½' : ''} in`
  const sign = distanceM < 0 && halves > 0 ? '\u2212' : ''
  if (feet === 0) return sign + inches
  return `${sign}${feet} ft${rest ? ` ${inches}` : ''}`
}

const inchesFrom = (text: string): number | undefined => {
  const [whole, part] = text.includes('/') && !text.includes(' ') ? ['0', text] : text.split(' ')
  const inches = fractionFrom(whole ?? '')
  const fraction = part === undefined ? 0 : fractionFrom(part)
  return inches === undefined || fraction === undefined ? undefined : inches + fraction
}

const imperialFrom = (text: string): number | undefined => {
  const match = /^(?:(\d+(?:\.\d+)?) ?(?:ft|feet|foot|'|′))? ?(?:([\d./ ]+?) ?(?:in|inch|inches|"|″|'')?)?$/i.exec(text)
  if (!match || (match[1] === undefined && !/(in|inch|inches|"|″|'')$/i.test(text))) return undefined
  const inches = match[2] === undefined ? 0 : inchesFrom(match[2].trim())
  if (inches === undefined || (match[1] !== undefined && inches >= INCHES_PER_FOOT)) return undefined
  return Number(match[1] ?? 0) * METRES_PER_FOOT + inches * METRES_PER_INCH
}

/** Feet and inches as they are written without units: `13 9`, `13-9`, `13 9 1/2`. */
const bareFeetFrom = (text: string): number | undefined => {
  const match = /^(\d+)[ -](\d+(?: \d+\/\d+)?|\d+\/\d+|\d+\.\d+)$/.exec(text)
  return match ? imperialFrom(`${match[1]} ft ${match[2]} in`) : undefined
}

/** Curled quotes, as phones write them, count as straight ones. */
const straightQuotes = (text: string): string =>
  text.replaceAll(/[\u2018\u2019]/g, "'").replaceAll(/[\u201c\u201d]/g, '"')

/**
 * Reads a distance in metres, centimetres, millimetres or feet and inches: `1.8`, `180 cm`, `5'11"`, `5 ft 10 1/2 in`.
 * A bare number is metres, or feet where the user works in feet; there two bare numbers are feet and inches (`13 9`,
 * `13-9`). A minus sign is kept. Answers in metres.
 */
export const parseDistance = (text: string, unit: LengthUnit): Outcome<number> => {
  const plain = plainFigures(straightQuotes(text))
  const sign = plain.startsWith('-') ? -1 : 1
  const body = plain.replace(/^[+-]\s*/, '')
  const metric = /^(\d+(?:\.\d*)?|\.\d+) ?(m|cm|mm)?$/i.exec(body)
  const size = metric
    ? Number(metric[1]) * (METRES_PER[metric[2]?.toLowerCase() ?? ''] ?? (unit === 'metric' ? 1 : METRES_PER_FOOT))
    : ((unit === 'imperial' ? bareFeetFrom(body) : undefined) ?? imperialFrom(body))
  if (size === undefined || Number.isNaN(size)) {
    return err(`"${text.trim()}" is not a distance. Write for example 1.80 m, 180 cm, 5 ft 11 in or 5'11".`)
  }
  return ok(sign * size || 0)
}
