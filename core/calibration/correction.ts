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
