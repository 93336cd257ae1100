/** What a made-up picture shows; lengths are shares of its width, from the upper left. */
export type Scene = {
  width: number
  height: number
  /** Linear light of the backdrop where nothing changes it. */
  backdrop: readonly [number, number, number]
  /** Stops by which it grows brighter from left to right and from top to bottom. */
  slope?: readonly [number, number]
  /** A pool of light: so many stops brighter in its middle. */
  pool?: { x: number; y: number; radius: number; stops: number }
  /** The subject's shadow on the backdrop: how far off, how soft, how deep. */
  shadow?: { x: number; y: number; soft: number; stops: number }
  /** Linear light of cloth, skin and hair where the key strikes them square. */
  cloth: readonly [number, number, number]
  skin?: readonly [number, number, number]
  hair?: readonly [number, number, number]
  /** Where the subject's head is, how large, and whether all of the subject is seen. */
  head?: { x: number; y: number; radius: number; isFull?: boolean }
  /** Light of a floor and the row at which it begins. */
  floor?: { from: number; light: readonly [number, number, number] }
  /** Spread of the noise in linear light, at white. */
  noise?: number
  seed?: number
}

/** A picture with all that is true of it: linear light without noise, and which pixels are what. */
export type Made = { width: number; height: number; linear: Float32Array; noisy: Float32Array; region: Uint8Array }

export const BACKDROP = 0
const SUBJECT = 1
export const FLOOR = 2

type Form = {
  has: (x: number, y: number) => boolean
  light: (x: number, y: number) => readonly [number, number, number]
}

const ellipse = (cx: number, cy: number, rx: number, ry: number) => (x: number, y: number) =>
  ((x - cx) / rx) ** 2 + ((y - cy) / ry) ** 2 < 1

/** Light across a round form whose key comes from the left: full on its lit third, three tenths on its far edge. */
const shaded = (light: readonly [number, number, number], cx: number, rx: number) => (x: number) => {
  const across = Math.max(-1, Math.min(1, (x - cx) / rx))
  const share = 0.3 + 0.7 * Math.max(0, Math.cos((across + 0.45) * 1.2)) ** 1.2
  return [light[0] * share, light[1] * share, light[2] * share] as const
}

const formsOf = ({
  cloth,
  skin = [0.42, 0.3, 0.24],
  hair = [0.04, 0.03, 0.025],
  head = { x: 0.5, y: 0.42, radius: 0.13 },
}: Scene): Form[] => {
  const { x: cx, y: cy, radius: r } = head
  const [face, crown] = [ellipse(cx, cy, r * 0.78, r), ellipse(cx, cy - 0.25 * r, r * 0.9, r * 0.95)]
  const trunk = (x: number, y: number) =>
    y > cy + 1.15 * r &&
    Math.abs(x - cx) < Math.min(2.3 * r, 0.6 * r + 2.6 * (y - cy - 1.15 * r)) &&
    (!head.isFull || y < cy + 5.5 * r)
  const neck = (x: number, y: number) => Math.abs(x - cx) < 0.42 * r && y > cy && y < cy + 1.5 * r
  const legs = (x: number, y: number) =>
    head.isFull === true && y >= cy + 5.4 * r && y < cy + 10.5 * r && Math.abs(Math.abs(x - cx) - 0.9 * r) < 0.75 * r
  return [
    { has: (x, y) => trunk(x, y) || legs(x, y), light: shaded(cloth, cx, 2.3 * r) },
    { has: neck, light: shaded(skin, cx, 0.6 * r) },
    { has: crown, light: shaded(hair, cx, r) },
    { has: (x, y) => face(x, y) && y > cy - 0.5 * r, light: shaded(skin, cx, 0.78 * r) },
  ]
}

/**
 * Numbers near to normal, in plenty: sums of four even ones from a 32-bit shift register (G. Marsaglia, "Xorshift
 * RNGs", 2003).
 */
const normals = (seed: number) => {
  let state = (seed * 2654435761) | 1
  const even = () => {
    state ^= state << 13
    state ^= state >>> 17
    state ^= state << 5
    return (state >>> 0) / 2 ** 32
  }
  return () => (even() + even() + even() + even() - 2) * Math.sqrt(3)
}

/** Builds a picture plainly, pixel by pixel, so that everything about it is known. */
export const makeFrame = (scene: Scene): Made => {
  const { width, height, backdrop, slope = [0, 0], pool, shadow, floor, noise = 0, seed = 1 } = scene
  const forms = formsOf(scene)
  const normal = normals(seed)
  const linear = new Float32Array(width * height * 3)
  const region = new Uint8Array(width * height)
  const formAt = (x: number, y: number) => forms.findLast(form => form.has(x, y))
  const ring = shadow
    ? Array.from({ length: 32 }, (_, index) => {
        const [angle, reach] = [index * 2.399963, Math.sqrt((index + 0.5) / 32)]
        return [Math.cos(angle) * reach, Math.sin(angle) * reach] as const
      })
    : []
  for (let row = 0, at = 0; row < height; row++) {
    for (let column = 0; column < width; column++, at++) {
      const [x, y] = [(column + 0.5) / width, (row + 0.5) / width]
      const form = formAt(x, y)
      const isFloor = floor !== undefined && row >= floor.from * height
      let stops = slope[0] * (x - 0.5) + slope[1] * (row / height - 0.5)
      if (pool) stops += pool.stops * Math.exp((-0.5 * ((x - pool.x) ** 2 + (y - pool.y) ** 2)) / pool.radius ** 2)
      if (shadow && !form)
        stops += Math.log2(
          1 -
            ((1 - 2 ** -shadow.stops) *
              ring.filter(([u, v]) => formAt(x - shadow.x + u * shadow.soft, y - shadow.y + v * shadow.soft)).length) /
              ring.length,
        )
      const ground = isFloor ? floor!.light : backdrop
      const light = form ? form.light(x, y) : ground
      const factor = form ? 1 : 2 ** stops
      const groundRegion = isFloor ? FLOOR : BACKDROP
      region[at] = form ? SUBJECT : groundRegion
      for (let channel = 0; channel < 3; channel++) linear[at * 3 + channel] = light[channel]! * factor
    }
  }
  const noisy = noise === 0 ? linear : linear.map(light => Math.max(0, light + noise * Math.sqrt(light) * normal()))
  return { width, height, linear, noisy, region }
}

/** The backdrop's mean light, three channels. */
export const meanOf = ({ linear, region }: Made, which: number): number[] => {
  const sums = [0, 0, 0]
  let count = 0
  region.forEach((of, at) => {
    if (of !== which) return
    count++
    for (let channel = 0; channel < 3; channel++) sums[channel]! += linear[at * 3 + channel]!
  })
  return sums.map(sum => sum / Math.max(1, count))
}
