import { contours } from 'd3-contour'
import type { ToneMap } from '#core/solve/explore'

const FINE = 8

const at = (map: ToneMap, column: number, row: number): number => map.stops[row * map.xs.length + column]!

/** Stops between the places that were worked out, bilinear; not a number where a corner is still missing. */
const stopsAt = (map: ToneMap, column: number, row: number): number => {
  const [c, r] = [Math.min(map.xs.length - 2, Math.floor(column)), Math.min(map.ys.length - 2, Math.floor(row))]
  const [u, v] = [column - c, row - r]
  return (
    (at(map, c, r) * (1 - u) + at(map, c + 1, r) * u) * (1 - v) +
    (at(map, c, r + 1) * (1 - u) + at(map, c + 1, r + 1) * u) * v
  )
}

const step = (steps: readonly number[]) => (steps.at(-1)! - steps[0]!) / (steps.length - 1)

/** Small fields of one tone each. */
export const fieldsOf = (map: ToneMap, valueOf: (stops: number) => number) => {
  const [width, height] = [step(map.xs) / FINE, step(map.ys) / FINE]
  return Array.from({ length: (map.ys.length - 1) * FINE * (map.xs.length - 1) * FINE }, (_, index) => {
    const columns = (map.xs.length - 1) * FINE
    const [column, row] = [index % columns, Math.floor(index / columns)]
    const stops = stopsAt(map, (column + 0.5) / FINE, (row + 0.5) / FINE)
    return { x: map.xs[0]! + column * width, y: map.ys[0]! + row * height, width, height, value: valueOf(stops) }
  }).filter(({ value }) => Number.isFinite(value))
}

/** Lines along which the backdrop is as wanted. */
export const linesAt = (map: ToneMap, stops: number): [number, number][][] => {
  if (map.stops.some(Number.isNaN)) return []
  const columns = (map.xs.length - 1) * FINE + 1
  const rows = (map.ys.length - 1) * FINE + 1
  const values = Array.from({ length: columns * rows }, (_, index) =>
    stopsAt(map, (index % columns) / FINE, Math.floor(index / columns) / FINE),
  )
  const toX = (column: number) => map.xs[0]! + ((column - 0.5) * step(map.xs)) / FINE
  const toY = (row: number) => map.ys[0]! + ((row - 0.5) * step(map.ys)) / FINE
  // What runs along the rim of the map is its edge, not a place where the tone is as wanted.
  const isRim = ([column, row]: readonly number[]) =>
    column! <= 0.501 || row! <= 0.501 || column! >= columns - 0.501 || row! >= rows - 0.501
  return contours()
    .size([columns, rows])
    .contour(values, stops)
    .coordinates.flat()
    .flatMap(ring => {
      const pieces: [number, number][][] = [[]]
      for (const place of ring) {
        if (isRim(place)) pieces.push([])
        else pieces.at(-1)!.push([toX(place[0]!), toY(place[1]!)])
      }
      return pieces.filter(piece => piece.length > 1)
    })
}
