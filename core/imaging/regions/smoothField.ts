import { Matrix, solve } from 'ml-matrix'

/** A smooth field over a picture: places are shares of its width and height from the upper left. */
export type SmoothField = (x: number, y: number) => number

/** Places that fields are fitted at, and the figure at each. */
export type Places = { xs: Float64Array; ys: Float64Array }

const TERMS = 6

/** The six terms of a quadratic at each place, in a row. */
const designOf = ({ xs, ys }: Places): Float64Array => {
  const design = new Float64Array(xs.length * TERMS)
  for (let index = 0; index < xs.length; index++) {
    const x = xs[index]! - 0.5
    const y = ys[index]! - 0.5
    design.set([1, x, y, x * x, x * y, y * y], index * TERMS)
  }
  return design
}

const valueAt = (design: Float64Array, index: number, factors: readonly number[]): number => {
  let sum = 0
  for (let term = 0; term < TERMS; term++) sum += design[index * TERMS + term]! * factors[term]!
  return sum
}

const fitted = (design: Float64Array, figures: Float64Array, weights: Float64Array): number[] => {
  const normal = new Float64Array(TERMS * TERMS)
  const pull = new Float64Array(TERMS)
  for (let index = 0; index < figures.length; index++) {
    const weight = weights[index]!
    if (weight === 0) continue
    for (let i = 0; i < TERMS; i++) {
      const weighed = weight * design[index * TERMS + i]!
      pull[i]! += weighed * figures[index]!
      for (let j = 0; j < TERMS; j++) normal[i * TERMS + j]! += weighed * design[index * TERMS + j]!
    }
  }
  // A trace on the diagonal, so that places in a line have an answer too.
  const matrix = new Matrix(TERMS, TERMS)
  for (let i = 0; i < TERMS; i++)
    for (let j = 0; j < TERMS; j++) matrix.set(i, j, normal[i * TERMS + j]! + (i === j ? 1e-6 : 0))
  return solve(matrix, Matrix.columnVector([...pull])).to1DArray()
}

const asField =
  (factors: readonly number[]): SmoothField =>
  (x, y) => {
    const [u, v] = [x - 0.5, y - 0.5]
    return (
      factors[0]! + factors[1]! * u + factors[2]! * v + factors[3]! * u * u + factors[4]! * u * v + factors[5]! * v * v
    )
  }

/** The quadratic field that fits figures at places best, least squares. */
export const quadraticField = (places: Places, figures: Float64Array): SmoothField =>
  asField(fitted(designOf(places), figures, new Float64Array(figures.length).fill(1)))

/** The number that a share of them lies under; 0 of none. */
export const quantile = (numbers: ArrayLike<number>, share: number): number =>
  Float64Array.from(numbers).sort()[Math.min(numbers.length - 1, Math.floor(share * numbers.length))] ?? 0

const ROUNDS = 6
/** A median of deviations to a standard deviation of normal ones. */
const TO_SPREAD = 1.4826

/**
 * The same for several figures at once, blind to what does not belong: Tukey's biweight on what is left over (Beaton
 * and Tukey,
 * 1974; from memory). Answers the fields, how far each place is from them, and the limit past which it does not belong.
 */
export const robustFields = (
  places: Places,
  figures: readonly Float64Array[],
  leastLimit: number,
  spreads: number,
): { fields: SmoothField[]; off: Float64Array; limit: number } => {
  const design = designOf(places)
  const count = places.xs.length
  const weights = new Float64Array(count).fill(1)
  const off = new Float64Array(count)
  let limit = leastLimit
  let factors: number[][] = []
  for (let round = 0; round < ROUNDS; round++) {
    factors = figures.map(of => fitted(design, of, weights))
    for (let index = 0; index < count; index++) {
      let sum = 0
      for (let which = 0; which < figures.length; which++)
        sum += (figures[which]![index]! - valueAt(design, index, factors[which]!)) ** 2
      off[index] = Math.sqrt(sum)
    }
    limit = Math.max(leastLimit, spreads * TO_SPREAD * quantile(off, 0.5))
    for (let index = 0; index < count; index++)
      weights[index] = off[index]! < 2 * limit ? (1 - (off[index]! / (2 * limit)) ** 2) ** 2 : 0
  }
  return { fields: factors.map(asField), off, limit }
}

/** Pixels of a picture as places. */
export const asPlaces = (pixels: readonly number[], width: number, height: number): Places => ({
  xs: Float64Array.from(pixels, at => ((at % width) + 0.5) / width),
  ys: Float64Array.from(pixels, at => (Math.floor(at / width) + 0.5) / height),
})
