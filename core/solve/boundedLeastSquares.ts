import { BOUNDED_LEAST_SQUARES_ROUNDS, NO_CHANGE, NO_PULL, NO_PIVOT, RIDGE } from './thresholds'

/** Solves A x = b for a symmetric positive definite A (Cholesky); undefined where that is so by rounding at most. */
const solved = (matrix: readonly (readonly number[])[], right: readonly number[]): number[] | undefined => {
  const count = right.length
  const low = matrix.map(row => [...row])
  for (let column = 0; column < count; column++) {
    for (let before = 0; before < column; before++)
      for (let row = column; row < count; row++) low[row]![column]! -= low[row]![before]! * low[column]![before]!
    const pivot = low[column]![column]!
    if (!(pivot > NO_PIVOT * matrix[column]![column]!)) return undefined
    const root = Math.sqrt(pivot)
    for (let row = column; row < count; row++) low[row]![column]! /= root
  }
  const x = [...right]
  for (let row = 0; row < count; row++) {
    for (let column = 0; column < row; column++) x[row]! -= low[row]![column]! * x[column]!
    x[row]! /= low[row]![row]!
  }
  for (let row = count - 1; row >= 0; row--) {
    for (let column = row + 1; column < count; column++) x[row]! -= low[column]![row]! * x[column]!
    x[row]! /= low[row]![row]!
  }
  return x
}

/** The same where columns depend on each other: of all answers the one next to where things are. */
const ridged = (
  matrix: readonly (readonly number[])[],
  right: readonly number[],
  now: readonly number[],
): [number[][], number[]] => [
  matrix.map((row, at) => row.map((value, column) => (at === column ? value * (1 + RIDGE) : value))),
  right.map((value, at) => value + RIDGE * matrix[at]![at]! * now[at]!),
]

/**
 * The minimum by an active set: those within the bounds are solved at once; what would leave them stops there, what is
 * pulled off a bound is let go (Lawson and Hanson 1974, chapter 23, with two bounds; quoted from memory, held to the
 * way along coordinates by a test). Changes `x`.
 */
const activeSet = (gram: readonly (readonly number[])[], aim: readonly number[], x: number[]): void => {
  const columns = x.map((_, column) => column).filter(column => gram[column]![column]! > 0)
  const free = new Set(columns.filter(column => x[column]! > 0 && x[column]! < 1))
  const slopeOf = (column: number) =>
    columns.reduce((slope, other) => slope - gram[column]![other]! * x[other]!, aim[column]!)
  for (let turn = 0; turn < 10 * x.length; turn++) {
    for (;;) {
      const inside = columns.filter(column => free.has(column))
      const right = inside.map(column =>
        columns.reduce((sum, other) => (free.has(other) ? sum : sum - gram[column]![other]! * x[other]!), aim[column]!),
      )
      const matrix = inside.map(row => inside.map(column => gram[row]![column]!))
      const goal =
        solved(matrix, right) ??
        solved(
          ...ridged(
            matrix,
            right,
            inside.map(column => x[column]!),
          ),
        )
      if (!goal) return
      // As far toward it as no bound is crossed.
      let share = 1
      let stopped: number | undefined
      inside.forEach((column, index) => {
        const way = goal[index]! - x[column]!
        const room = way > 0 ? 1 - x[column]! : -x[column]!
        if (way !== 0 && room / way < share) {
          share = room / way
          stopped = column
        }
      })
      inside.forEach((column, index) => {
        x[column]! += share * (goal[index]! - x[column]!)
      })
      if (stopped === undefined) break
      x[stopped] = x[stopped]! > 0.5 ? 1 : 0
      free.delete(stopped)
    }
    let most = 0
    let pulled: number | undefined
    for (const column of columns) {
      if (free.has(column)) continue
      const slope = slopeOf(column) / gram[column]![column]!
      const pull = x[column] === 0 ? slope : -slope
      if (pull > Math.max(most, NO_PULL)) {
        most = pull
        pulled = column
      }
    }
    if (pulled === undefined) return
    free.add(pulled)
  }
}

/** The minimum by exact minimisation along one coordinate after another. Changes `x`. */
const alongCoordinates = (rows: readonly (readonly number[])[], wanted: readonly number[], x: number[]): void => {
  const residual = rows.map(
    (row, index) => wanted[index]! - row.reduce((sum, share, column) => sum + share * x[column]!, 0),
  )
  const squares = x.map((_, column) => rows.reduce((sum, row) => sum + row[column]! ** 2, 0))
  for (let round = 0; round < BOUNDED_LEAST_SQUARES_ROUNDS; round++) {
    let change = 0
    for (let column = 0; column < x.length; column++) {
      if (squares[column] === 0) continue
      const slope = rows.reduce((sum, row, index) => sum + row[column]! * residual[index]!, 0)
      const next = Math.min(1, Math.max(0, x[column]! + slope / squares[column]!))
      const step = next - x[column]!
      if (step === 0) continue
      rows.forEach((row, index) => {
        residual[index]! -= row[column]! * step
      })
      x[column] = next
      change = Math.max(change, Math.abs(step))
    }
    if (change < NO_CHANGE) break
  }
}

/**
 * Least squares within bounds: the x in 0..1 that brings A x nearest to b. The problem is convex and small: its
 * minimum is solved for at once, and rounding is taken out along coordinates. A column of zeros keeps its start.
 * @param rows A, one array a row
 * @param wanted b, one number a row
 * @param start a first x; kept where nothing depends on it
 */
export const boundedLeastSquares = (
  rows: readonly (readonly number[])[],
  wanted: readonly number[],
  start: readonly number[],
): number[] => {
  const x = start.map(value => Math.min(1, Math.max(0, value)))
  const gram = x.map((_, a) => x.map((__, b) => rows.reduce((sum, row) => sum + row[a]! * row[b]!, 0)))
  const aim = x.map((_, column) => rows.reduce((sum, row, index) => sum + row[column]! * wanted[index]!, 0))
  activeSet(gram, aim, x)
  alongCoordinates(rows, wanted, x)
  return x
}
