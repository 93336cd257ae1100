/** A map of stops, row by row from the upper left. */
export type StopMap = { width: number; height: number; stops: ArrayLike<number> }

/** Stops at a place of a map, shares from the left and from the top; joined straight between cells. */
export const stopsOnMap = ({ width, height, stops }: StopMap, across: number, down: number): number => {
  const x = Math.max(0, Math.min(width - 1, across * width - 0.5))
  const y = Math.max(0, Math.min(height - 1, down * height - 0.5))
  const [c, r] = [Math.min(width - 2, Math.floor(x)), Math.min(height - 2, Math.floor(y))]
  const [u, v] = [x - c, y - r]
  const at = (row: number, column: number) => stops[row * width + column]!
  return (1 - v) * ((1 - u) * at(r, c) + u * at(r, c + 1)) + v * ((1 - u) * at(r + 1, c) + u * at(r + 1, c + 1))
}

/** Stops between places that are known, by the inverse square of the distance (Shepard, 1968). */
export const stopsBetween = (
  known: readonly { across: number; up: number; stops: number }[],
  across: number,
  up: number,
): number => {
  let [sum, weights] = [0, 0]
  for (const place of known) {
    const squared = (place.across - across) ** 2 + (place.up - up) ** 2
    if (squared < 1e-9) return place.stops
    sum += place.stops / squared
    weights += 1 / squared
  }
  return weights > 0 ? sum / weights : 0
}

const MIDDLE_GREY = 132
const GREYS_A_TENTH = 13

/** The grey of a band: each tenth of a stop over or under the reference is one shade lighter or darker. */
export const bandGrey = (stops: number, reference: number): number =>
  Math.max(24, Math.min(240, MIDDLE_GREY + GREYS_A_TENTH * Math.round((stops - reference) * 10)))
