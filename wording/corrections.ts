import type { Correction } from '#core/calibration/correction'
import type { Light } from '#core/model/schema'
import { plural } from './language'
import { stopWords } from './quantities'

const SMALL_NUMBERS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine']

/** `two clicks down on B`, or `leave B as it is`. */
export const correctionWords = ({ clicks, shortStops }: Correction, { name }: Light): string => {
  const count = Math.abs(clicks)
  const isShort = Math.abs(shortStops) >= 1e-6
  const rest = stopWords(shortStops)
  if (isShort && shortStops > 0)
    return `${name} ${count === 0 ? 'is' : 'goes'} to full and stays ${rest} short: bring it nearer, or open the camera`
  if (isShort)
    return `${name} ${count === 0 ? 'is' : 'goes'} to its least and stays ${rest} too bright: take it further away, or put a neutral gel before it`
  if (count === 0) return `leave ${name} as it is`
  return `${SMALL_NUMBERS[count] ?? count} ${plural(count, 'click')} ${clicks > 0 ? 'up' : 'down'} on ${name}`
}
