// Sine and cosine of a turn, and numbers that fill a square evenly. As in ../../transport/sequence and follow.

export let sine: f64 = 0
export let cosine: f64 = 0

export let wayX: f64 = 0
export let wayY: f64 = 0
export let wayZ: f64 = 0

export function fraction(x: f64): f64 {
  return x - Math.floor(x)
}

export function scramble(index: i32, salt: i32): f64 {
  let x: u32 = ((index + 1) * <i32>0x9e3779b1) ^ ((salt + 1) * <i32>0x85ebca77)
  x = (x ^ (x >> 16)) * 0x7feb352d
  x = (x ^ (x >> 15)) * 0x846ca68b
  return <f64>(x ^ (x >> 16)) / 4294967296
}

/**
 * Sine and cosine of a share of a full turn, 0..1: by the eighth that it lies in, which is exact, and there by
 * Taylor's series to 1e-16.
 */
export function turn(share: f64): void {
  const eighths = Math.floor(share * 8 + 1)
  const quarter = ((<i32>eighths) >> 1) & 3
  const x = (share - <f64>((<i32>eighths) >> 1) * 0.25) * (2 * Math.PI)
  const xx = x * x
  // Sine and cosine go side by side, in two lanes.
  const xs = f64x2.splat(xx)
  let both = f64x2(-1 / 1307674368000.0, -1 / 87178291200.0)
  both = f64x2.add(f64x2.mul(both, xs), f64x2(1 / 6227020800.0, 1 / 479001600.0))
  both = f64x2.add(f64x2.mul(both, xs), f64x2(-1 / 39916800.0, -1 / 3628800.0))
  both = f64x2.add(f64x2.mul(both, xs), f64x2(1 / 362880.0, 1 / 40320.0))
  both = f64x2.add(f64x2.mul(both, xs), f64x2(-1 / 5040.0, -1 / 720.0))
  both = f64x2.add(f64x2.mul(both, xs), f64x2(1 / 120.0, 1 / 24.0))
  both = f64x2.add(f64x2.mul(both, xs), f64x2(-1 / 6.0, -0.5))
  both = f64x2.mul(both, xs)
  const s = x + x * f64x2.extract_lane(both, 0)
  const c = 1 + f64x2.extract_lane(both, 1)
  if (quarter == 0) {
    sine = s
    cosine = c
  } else if (quarter == 1) {
    sine = c
    cosine = -s
  } else if (quarter == 2) {
    sine = -s
    cosine = -c
  } else {
    sine = -c
    cosine = s
  }
}

/** Unit direction about a normal, `share` of a turn around it; written to the `way` variables. */
export function around(nx: f64, ny: f64, nz: f64, level: f64, rise: f64, share: f64): void {
  turn(share)
  const sign: f64 = nz >= 0 ? 1 : -1
  const a = -1 / (sign + nz)
  const b = nx * ny * a
  const u = level * cosine
  const v = level * sine
  wayX = u * (1 + sign * nx * nx * a) + v * b + rise * nx
  wayY = u * sign * b + v * (sign + ny * ny * a) + rise * ny
  wayZ = -u * sign * nx - v * ny + rise * nz
}
