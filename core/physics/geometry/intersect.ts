/**
 * Where a ray strikes one primitive, laid out as in layOut.ts. Each answers whether it does so nearer than
 * `found[0]`, and then
 * has written distance, place on the surface (and triangle) there. Nothing here allocates.
 */
const HALF_CIRCLE = Math.PI

/** Notes a nearer strike: distance, place on the surface, primitive, triangle. */
const note = (found: Float64Array, distance: number, u: number, v: number): boolean => {
  found[0] = distance
  found[1] = u
  found[2] = v
  return true
}

/** Where a ray meets a flat sheet, if nearer than what was found. */
export const intersectSheet = (
  data: Float64Array,
  at: number,
  isRound: boolean,
  ray: Float64Array,
  found: Float64Array,
): boolean => {
  const nx = data[at]!
  const ny = data[at + 1]!
  const nz = data[at + 2]!
  const distance =
    (data[at + 3]! - nx * ray[0]! - ny * ray[1]! - nz * ray[2]!) / (nx * ray[3]! + ny * ray[4]! + nz * ray[5]!)
  if (!(distance > 0 && distance < found[0]!)) return false
  const x = ray[0]! + distance * ray[3]!
  const y = ray[1]! + distance * ray[4]!
  const z = ray[2]! + distance * ray[5]!
  const s = data[at + 4]! * x + data[at + 5]! * y + data[at + 6]! * z - data[at + 7]!
  const t = data[at + 8]! * x + data[at + 9]! * y + data[at + 10]! * z - data[at + 11]!
  const isOutside = isRound ? (s - 0.5) * (s - 0.5) + (t - 0.5) * (t - 0.5) > 0.25 : s < 0 || s > 1 || t < 0 || t > 1
  return isOutside ? false : note(found, distance, s, t)
}

/** Where a ray meets a part of a cylinder, if nearer than what was found. */
export const intersectArc = (data: Float64Array, at: number, ray: Float64Array, found: Float64Array): boolean => {
  const ax = data[at + 3]!
  const ay = data[at + 4]!
  const az = data[at + 5]!
  const px = ray[0]! - data[at]!
  const py = ray[1]! - data[at + 1]!
  const pz = ray[2]! - data[at + 2]!
  const along = px * ax + py * ay + pz * az
  const speed = ray[3]! * ax + ray[4]! * ay + ray[5]! * az
  const radius = data[at + 7]!
  // Only what runs across the axis counts for the circle.
  const a = ray[3]! * ray[3]! + ray[4]! * ray[4]! + ray[5]! * ray[5]! - speed * speed
  const b = px * ray[3]! + py * ray[4]! + pz * ray[5]! - along * speed
  const under = b * b - a * (px * px + py * py + pz * pz - along * along - radius * radius)
  if (under < 0 || a < 1e-14) return false
  const root = Math.sqrt(under)
  for (let side = -1; side <= 1; side += 2) {
    const distance = (-b + side * root) / a
    if (!(distance > 0 && distance < found[0]!)) continue
    const s = (along + distance * speed) / data[at + 6]!
    if (s < 0 || s > 1) continue
    const x = px + distance * ray[3]!
    const y = py + distance * ray[4]!
    const z = pz + distance * ray[5]!
    let angle = Math.atan2(
      x * data[at + 11]! + y * data[at + 12]! + z * data[at + 13]!,
      x * data[at + 8]! + y * data[at + 9]! + z * data[at + 10]!,
    )
    if (angle < 0) angle += 2 * HALF_CIRCLE
    if (angle <= data[at + 14]!) return note(found, distance, s, angle / data[at + 14]!)
  }
  return false
}

/** Where a ray meets an ellipsoid, if nearer than what was found. */
export const intersectBowl = (data: Float64Array, at: number, ray: Float64Array, found: Float64Array): boolean => {
  const px = ray[0]! - data[at]!
  const py = ray[1]! - data[at + 1]!
  const pz = ray[2]! - data[at + 2]!
  const radius = data[at + 3]!
  const a = ray[3]! * ray[3]! + ray[4]! * ray[4]! + ray[5]! * ray[5]!
  const b = px * ray[3]! + py * ray[4]! + pz * ray[5]!
  const under = b * b - a * (px * px + py * py + pz * pz - radius * radius)
  if (under < 0) return false
  const root = Math.sqrt(under)
  for (let side = -1; side <= 1; side += 2) {
    const distance = (-b + side * root) / a
    if (!(distance > 0 && distance < found[0]!)) continue
    const x = px + distance * ray[3]!
    const y = py + distance * ray[4]!
    const z = pz + distance * ray[5]!
    const u = x * data[at + 4]! + y * data[at + 5]! + z * data[at + 6]!
    const v = x * data[at + 7]! + y * data[at + 8]! + z * data[at + 9]!
    const w = x * data[at + 10]! + y * data[at + 11]! + z * data[at + 12]!
    if (u >= 0 && v >= 0 && w >= 0) return note(found, distance, Math.atan2(v, u) / (HALF_CIRCLE / 2), w / radius)
  }
  return false
}

/** Triangles by the triple products of T. Moeller and B. Trumbore (1997), from both sides. */
export const strikeTriangles = (
  triangles: Float64Array,
  first: number,
  count: number,
  ray: Float64Array,
  found: Float64Array,
): boolean => {
  let struck = false
  for (let triangle = first; triangle < first + count; triangle++) {
    const at = triangle * 9
    const e1x = triangles[at + 3]!
    const e1y = triangles[at + 4]!
    const e1z = triangles[at + 5]!
    const e2x = triangles[at + 6]!
    const e2y = triangles[at + 7]!
    const e2z = triangles[at + 8]!
    const px = ray[4]! * e2z - ray[5]! * e2y
    const py = ray[5]! * e2x - ray[3]! * e2z
    const pz = ray[3]! * e2y - ray[4]! * e2x
    const scale = 1 / (e1x * px + e1y * py + e1z * pz)
    const tx = ray[0]! - triangles[at]!
    const ty = ray[1]! - triangles[at + 1]!
    const tz = ray[2]! - triangles[at + 2]!
    const u = (tx * px + ty * py + tz * pz) * scale
    if (!(u >= 0 && u <= 1)) continue
    const qx = ty * e1z - tz * e1y
    const qy = tz * e1x - tx * e1z
    const qz = tx * e1y - ty * e1x
    const v = (ray[3]! * qx + ray[4]! * qy + ray[5]! * qz) * scale
    if (!(v >= 0 && u + v <= 1)) continue
    const distance = (e2x * qx + e2y * qy + e2z * qz) * scale
    if (!(distance > 0 && distance < found[0]!)) continue
    note(found, distance, u, v)
    found[4] = triangle
    struck = true
  }
  return struck
}
