/**
 * Stops: the base-2 logarithm of a ratio of light.
 * Nothing at all would be minus infinity stops; it is floored here, so that figures, scales and sums stay finite.
 */
export const DARKEST_STOPS = -20

/** Ratio of light (>= 0) to stops, floored at {@link DARKEST_STOPS}. */
export const stopsFromRatio = (ratio: number): number => (ratio > 2 ** DARKEST_STOPS ? Math.log2(ratio) : DARKEST_STOPS)

/** Stops to a ratio of light. */
export const ratioFromStops = (stops: number): number => 2 ** stops

/** Rounds stops to the nearest whole number of clicks; a click is 1/10, 1/3, 1/2 or 1 stop. */
export const roundToClicks = (stops: number, clickStops: number): number =>
  tidyStops(Math.round(stops / clickStops) * clickStops)

/** Drops the dust of binary arithmetic (0.30000000000000004), so that equal settings compare equal. */
export const tidyStops = (stops: number): number => Math.round(stops * 1e6) / 1e6 || 0
