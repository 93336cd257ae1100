import { ratioFromStops, stopsFromRatio } from '../units/stops'

/** Stops under full of a lamp that dims in proportion: 50 % is one stop. */
export const stopsFromPercent = (percent: number): number => stopsFromRatio(percent / 100)

/** Stops as percent of full power. */
export const percentFromStops = (stops: number): number => 100 * ratioFromStops(stops)

/** A bank of tubes with some of them on: three of four is 0.4 stop under full. */
export const tubeStops = (on: number, of: number): number => stopsFromRatio(on / of)

/** Under this a shift is not seen, over the second it has to be mended; common practice, no source. */
const UNSEEN_MIREDS = 10
const PLAIN_MIREDS = 40

/** `about 20 mired warm: slight`. */
export const miredWords = (mireds: number): string => {
  const size = Math.round(Math.abs(mireds))
  if (size < UNSEEN_MIREDS)
    return size === 0 ? 'as the camera is set' : `${size} mired ${mireds > 0 ? 'warm' : 'cool'}: not seen`
  const side = mireds > 0 ? 'warm' : 'cool'
  return `${size} mired ${side}: ${size < PLAIN_MIREDS ? 'slight' : `plain to see; a ${mireds > 0 ? 'cooling' : 'warming'} gel of ${size} mired takes it back`}`
}
