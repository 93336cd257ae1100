/** Vectors of the reference, apart from the core's own. */
export type V = { x: number; y: number; z: number }

export const v = ([x, y, z]: ArrayLike<number> & Iterable<number>): V => ({ x: x!, y: y!, z: z! })
export const plus = (a: V, b: V, times = 1): V => ({ x: a.x + times * b.x, y: a.y + times * b.y, z: a.z + times * b.z })
export const minus = (a: V, b: V): V => plus(a, b, -1)
export const times = (a: V, factor: number): V => ({ x: a.x * factor, y: a.y * factor, z: a.z * factor })
export const inner = (a: V, b: V): number => a.x * b.x + a.y * b.y + a.z * b.z
export const outer = (a: V, b: V): V => ({
  x: a.y * b.z - a.z * b.y,
  y: a.z * b.x - a.x * b.z,
  z: a.x * b.y - a.y * b.x,
})
export const size = (a: V): number => Math.sqrt(inner(a, a))
export const unit = (a: V): V => times(a, 1 / size(a))
/** What a mirror square to `normal` makes of a direction. */
export const bounce = (way: V, normal: V): V => plus(way, normal, -2 * inner(way, normal))

/** Marsaglia's xorshift, 32 bits (Journal of Statistical Software 8 (14), 2003). */
export const dice = (seed: number) => {
  let state = (seed * 2654435761 + 1013904223) >>> 0 || 1
  return () => {
    state ^= state << 13
    state >>>= 0
    state ^= state >>> 17
    state ^= state << 5
    state >>>= 0
    return state / 4294967296
  }
}
export type Dice = ReturnType<typeof dice>

/** A direction from all round, every one alike. */
export const anyWay = (roll: Dice): V => {
  const height = 2 * roll() - 1
  const turn = 2 * Math.PI * roll()
  const ring = Math.sqrt(1 - height * height)
  return { x: ring * Math.cos(turn), y: ring * Math.sin(turn), z: height }
}

/**
 * A direction with the density of the cosine about a normal: a point on the unit sphere that touches the plane
 * (Malley and Lambert).
 */
export const cosineWay = (normal: V, roll: Dice): V => unit(plus(normal, anyWay(roll), 0.999999))

/** A direction with the density of cos^n about another. */
export const lobeWay = (about: V, n: number, roll: Dice): V => {
  const rise = roll() ** (1 / (n + 1))
  const side = unit(outer(about, Math.abs(about.x) < 0.5 ? { x: 1, y: 0, z: 0 } : { x: 0, y: 1, z: 0 }))
  const other = outer(about, side)
  const turn = 2 * Math.PI * roll()
  const ring = Math.sqrt(1 - rise * rise)
  return plus(plus(times(about, rise), side, ring * Math.cos(turn)), other, ring * Math.sin(turn))
}
