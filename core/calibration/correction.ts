import { tidyStops } from '../physics/units/stops'
import type { Light } from '../model/schema'

/** What one light read alone says: how far off it is, and the clicks that put it right. */
export type Correction = {
  /** Stops of the reading over what was expected. */
  offStops: number
  /** Clicks to turn: above 0 up, below 0 down. */
  clicks: number
  /** Power after turning, kept in the lamp's range. */
  powerStops: number
  /** Stops that the lamp's range does not allow; 0 where it does. */
  shortStops: number
}

/** Clicks that bring a lamp from what was read to what was expected. */
export const correctionFor = (light: Light, powerStops: number, offStops: number): Correction => {
  const { clickStops, rangeStops } = light.lamp
  const clicks = Math.round(-offStops / clickStops) || 0
  const asked = tidyStops(powerStops + clicks * clickStops)
  const kept = Math.min(0, Math.max(-rangeStops, asked))
  return {
    offStops,
    clicks: Math.round((kept - powerStops) / clickStops) || 0,
    powerStops: kept,
    shortStops: asked - kept,
  }
}

const SMALL_NUMBERS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine']

/** `two clicks down on B`, or `leave B as it is`. */
export const correctionWords = (correction: Correction, light: Light): string => {
  const count = Math.abs(correction.clicks)
  if (count === 0 && Math.abs(correction.shortStops) < 1e-6) return `leave ${light.name} as it is`
  const short = Math.abs(correction.shortStops)
  if (short >= 1e-6) {
    const rest = `${short.toFixed(1)} stop${short < 1.05 ? '' : 's'}`
    return correction.shortStops > 0
      ? `${light.name} ${count === 0 ? 'is' : 'goes'} to full and stays ${rest} short: bring it nearer, or open the camera`
      : `${light.name} ${count === 0 ? 'is' : 'goes'} to its least and stays ${rest} too bright: take it further away, or put a neutral gel before it`
  }
  const turned = `${SMALL_NUMBERS[count] ?? count} click${count > 1 ? 's' : ''} ${correction.clicks > 0 ? 'up' : 'down'} on ${light.name}`
  return turned
}
