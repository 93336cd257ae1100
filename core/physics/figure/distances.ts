import type { Vector } from '../units/vector'

/** Distance to an ellipsoid, good near its surface (I. Quilez's bound: the gradient sets the scale). */
export const toBall = (x: number, y: number, z: number, c: Vector, r: Vector): number => {
  const px = (x - c[0]) / r[0]
  const py = (y - c[1]) / r[1]
  const pz = (z - c[2]) / r[2]
  const inner = Math.sqrt(px * px + py * py + pz * pz)
  const [sx, sy, sz] = [px / r[0], py / r[1], pz / r[2]]
  const slope = Math.sqrt(sx * sx + sy * sy + sz * sz)
  return slope > 1e-9 ? (inner * (inner - 1)) / slope : -Math.min(r[0], r[1], r[2])
}

/** A limb that tapers between two radii along its bone. */
export type Bone = { from: Vector; to: Vector; fromRadius: number; toRadius: number }

/** Distance to a limb. */
export const toLimb = (x: number, y: number, z: number, { from: a, to: b, fromRadius, toRadius }: Bone): number => {
  const [bx, by, bz] = [b[0] - a[0], b[1] - a[1], b[2] - a[2]]
  const [ax, ay, az] = [x - a[0], y - a[1], z - a[2]]
  const share = Math.max(0, Math.min(1, (ax * bx + ay * by + az * bz) / (bx * bx + by * by + bz * bz)))
  const [px, py, pz] = [ax - share * bx, ay - share * by, az - share * bz]
  return Math.sqrt(px * px + py * py + pz * pz) - fromRadius - share * (toRadius - fromRadius)
}

/** The lesser of two distances, rounded over `soft` where they are close. */
export const softLesser = (a: number, b: number, soft: number): number => {
  const near = Math.max(0, soft - Math.abs(a - b)) / soft
  return Math.min(a, b) - (near * near * soft) / 4
}
