import { maskWhere, piecesOf, shrunk } from './maps'
import type { LabMaps } from './gradientMagnitude'

/**
 * Backdrop that shows through, between an arm and a body, is as light and as coloured as the backdrop around it, and
 * no smaller than this.
 */
const LEAST_POCKET = 0.0015
const POCKET_APART = 7
const POCKET_COLOUR = 4
const POCKET_REACH = 0.15
/** Edges blur into a pocket by this much, pixels. */
const OFF_EDGE = 2
const LEAST_INNER = 20
const LEAST_AROUND = 0.1

type Sums = { lightness: number; a: number; b: number; squares: number }

/** Mean and spread of the colour of some pixels. */
const colourOf = ({ lightness, a, b }: LabMaps, places: readonly number[]): Sums => {
  const sums = places.reduce(
    (sum, at) => {
      sum.lightness += lightness[at]!
      sum.a += a[at]!
      sum.b += b[at]!
      sum.squares += lightness[at]! ** 2
      return sum
    },
    { lightness: 0, a: 0, b: 0, squares: 0 },
  )
  const share = 1 / Math.max(1, places.length)
  return { lightness: sums.lightness * share, a: sums.a * share, b: sums.b * share, squares: sums.squares * share }
}

const spreadOf = ({ lightness, squares }: Sums): number => Math.sqrt(Math.max(0, squares - lightness ** 2))

/**
 * Pieces behind the outline that are smooth in themselves and look like the backdrop around them: backdrop that shows
 * through.
 */
export const enclosedRegions = (maps: LabMaps, open: Uint8Array, isFlat: Uint8Array): Uint8Array => {
  const { width, height } = maps
  const shut = maskWhere(open.length, at => isFlat[at] === 1 && open[at] === 0)
  const { of, sizes } = piecesOf(maps, shut)
  const members = sizes.map((): number[] => [])
  of.forEach((piece, at) => {
    if (piece >= 0) members[piece]!.push(at)
  })
  const found = new Uint8Array(open.length)
  const core = shrunk(maps, shut, OFF_EDGE)
  const reach = Math.round(POCKET_REACH * width)
  for (const places of members) {
    if (places.length < LEAST_POCKET * open.length) continue
    const columns = places.map(at => at % width)
    const [left, right] = [
      Math.max(0, Math.min(...minMax(columns)) - reach),
      Math.min(width - 1, Math.max(...minMax(columns)) + reach),
    ]
    const [top, bottom] = [
      Math.max(0, Math.floor(places[0]! / width) - reach),
      Math.min(height - 1, Math.max(...minMax(places.map(at => Math.floor(at / width)))) + reach),
    ]
    const around: number[] = []
    for (let y = top; y <= bottom; y++)
      for (let x = left; x <= right; x++) if (open[y * width + x]) around.push(y * width + x)
    if (around.length < places.length * LEAST_AROUND) continue
    const inner = places.filter(at => core[at])
    const [own, other] = [colourOf(maps, inner.length > LEAST_INNER ? inner : places), colourOf(maps, around)]
    const isAsLight =
      Math.abs(own.lightness - other.lightness) <
      Math.max(POCKET_APART, Math.min(2 * POCKET_APART, 1.5 * spreadOf(other)))
    const isAsColoured = Math.hypot(own.a - other.a, own.b - other.b) < POCKET_COLOUR
    const isAsEven = spreadOf(own) < Math.max(3, Math.min(6, 1.5 * spreadOf(other)))
    if (isAsLight && isAsColoured && isAsEven) for (const at of places) found[at] = 1
  }
  return found
}

const minMax = (numbers: readonly number[]): [number, number] =>
  numbers.reduce(([least, most], number) => [Math.min(least, number), Math.max(most, number)], [
    Infinity,
    -Infinity,
  ] as [number, number])
