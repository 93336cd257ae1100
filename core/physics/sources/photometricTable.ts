/**
 * A measured distribution of luminous intensity, relative to its greatest value: `relative[h][v]` at
 * `horizontalDeg[h]` and
 * `verticalDeg[v]`, both rising. Type C: vertical angles from the downward axis, horizontal ones around it; types A
 * and B: vertical
 * and horizontal angles from the axis ahead (CIE 121 names the three). The axis of the light is downward for C, ahead
 * for A and B.
 */
export type PhotometricTable = {
  type: 'A' | 'B' | 'C'
  verticalDeg: readonly number[]
  horizontalDeg: readonly number[]
  relative: readonly (readonly number[])[]
}

/** Between which two of some rising angles one lies, and the share of the second; outside, the nearest end. */
const between = (angles: readonly number[], angle: number): [number, number] => {
  const last = angles.length - 1
  if (angle <= angles[0]!) return [0, 0]
  if (angle >= angles[last]!) return [last, 0]
  const above = angles.findIndex(candidate => candidate > angle)
  return [above - 1, (angle - angles[above - 1]!) / (angles[above]! - angles[above - 1]!)]
}

/**
 * Folds an angle around the axis into the range that the table gives, by the symmetry that its first and last angles
 * say (IES LM-63).
 */
const foldAround = (degrees: number, first: number, last: number): number => {
  const around = ((degrees % 360) + 360) % 360
  if (first === 90 && around < 90) return 180 - around
  if (first === 90) return around > 270 ? 540 - around : around
  if (last === 0) return 0
  const half = around > 180 ? 360 - around : around
  if (last <= 90) return half > 90 ? 180 - half : half
  if (last <= 180) return around > 180 ? 360 - around : around
  return around
}

const DEGREES = 180 / Math.PI

/** Angles of a direction in the table's own system, from its unit parts along across, up and axis. */
const anglesOf = (
  { type, horizontalDeg }: PhotometricTable,
  across: number,
  up: number,
  ahead: number,
): [number, number] => {
  const bounded = (share: number) => Math.max(-1, Math.min(1, share))
  if (type === 'C')
    return [
      Math.acos(bounded(ahead)) * DEGREES,
      foldAround(Math.atan2(up, across) * DEGREES, horizontalDeg[0]!, horizontalDeg.at(-1)!),
    ]
  const isHalf = horizontalDeg[0] === 0
  const [vertical, horizontal] =
    type === 'A'
      ? [Math.asin(bounded(up)) * DEGREES, Math.atan2(across, ahead) * DEGREES]
      : [Math.atan2(up, ahead) * DEGREES, Math.asin(bounded(across)) * DEGREES]
  return [vertical, isHalf ? Math.abs(horizontal) : horizontal]
}

/** Whether a direction lies beyond what was measured; there the intensity is 0. */
const isBeyond = (angles: readonly number[], angle: number): boolean =>
  angle < angles[0]! - 1e-6 || angle > angles.at(-1)! + 1e-6

/**
 * Relative intensity in a direction given by its unit parts across, up and along the axis; bilinear between measured
 * angles.
 */
export const relativeIntensity = (table: PhotometricTable, across: number, up: number, ahead: number): number => {
  const [vertical, horizontal] = anglesOf(table, across, up, ahead)
  const mayFold = table.type !== 'C' && table.verticalDeg[0] === 0
  const seen = mayFold ? Math.abs(vertical) : vertical
  if (
    isBeyond(table.verticalDeg, seen) ||
    (table.horizontalDeg.length > 1 && isBeyond(table.horizontalDeg, horizontal))
  )
    return 0
  const [v, vShare] = between(table.verticalDeg, seen)
  const [h, hShare] = between(table.horizontalDeg, horizontal)
  const along = (row: readonly number[]) => row[v]! * (1 - vShare) + (row[v + 1] ?? row[v]!) * vShare
  const first = table.relative[h]!
  return along(first) * (1 - hShare) + along(table.relative[h + 1] ?? first) * hShare
}
