/**
 * Least squares within bounds: the x in 0..1 that brings A x nearest to b, by exact minimisation along one coordinate
 * after another.
 * The problem is convex and small, so this settles on its minimum; a column of zeros keeps its start.
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
  const residual = rows.map(
    (row, index) => wanted[index]! - row.reduce((sum, share, column) => sum + share * x[column]!, 0),
  )
  const squares = x.map((_, column) => rows.reduce((sum, row) => sum + row[column]! ** 2, 0))
  for (let round = 0; round < 5000; round++) {
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
    if (change < 1e-10) break
  }
  return x
}
