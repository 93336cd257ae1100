import type { FrameLight } from '../imaging/picture/frameLight'
import { quantile } from '../imaging/regions/smoothField'
import { stopsFromRatio } from '../physics/units/stops'
import { direction, dot, turn, type Vector } from '../physics/units/vector'
import {
  HEAD_SHAPE,
  LEAST_HEAD,
  SHOULDERS,
  KEY_FROM_SHADING_FACE,
  USUAL_UP_DEG,
  KEY_FROM_SHADING_NEARLY,
  KEY_FROM_SHADING_SURE,
  KEY_FROM_SHADING_CHEEK,
} from './thresholds'

/**
 * From which side the key comes by how it shades a face, degrees round to the camera's right from the camera; how
 * steep it is from one cheek to the other, stops; and how sure that is. How high it stands a face does not tell: hair,
 * brows and beard shade it too.
 */
export type ShadedKey = {
  roundDeg: number
  ratioStops: number
  /** Half the width of the ways that shade the face nearly as well, degrees. */
  withinDeg: number
  /** The share of the face's light and dark that one light explains. */
  explained: number
  isSure: boolean
}

/** A head in a picture: the middle and half the size of the ellipse that it fills, pixels. */
export type HeadInPicture = { x: number; y: number; halfWidth: number; halfHeight: number }

/** The head of whoever stands in a picture: what is above the neck; undefined where no head stands out. */
export const headIn = (
  { width, height }: Pick<FrameLight, 'width' | 'height'>,
  subject: Uint8Array,
): HeadInPicture | undefined => {
  const rows = Array.from({ length: height }, (_, y) => {
    let [left, right] = [width, -1]
    for (let x = 0; x < width; x++)
      if (subject[y * width + x]) {
        left = Math.min(left, x)
        right = x
      }
    return { left, right, wide: Math.max(0, right - left + 1) }
  })
  const top = rows.findIndex(({ wide }) => wide > 2)
  if (top < 0) return undefined
  let widest = top
  // The head grows to its widest; whatever is half as wide again is shoulders.
  for (let y = top; y < height; y++) {
    if (
      rows[y]!.wide >
      SHOULDERS *
        Math.max(
          LEAST_HEAD,
          quantile(
            rows.slice(top, y).map(({ wide }) => wide),
            0.5,
          ),
        )
    )
      break
    if (rows[y]!.wide > rows[widest]!.wide) widest = y
    if (y - top > HEAD_SHAPE * 1.2 * rows[widest]!.wide && rows[widest]!.wide >= LEAST_HEAD) break
  }
  const { wide, left, right } = rows[widest]!
  if (wide < LEAST_HEAD) return undefined
  const halfHeight = (HEAD_SHAPE * wide) / 2
  return { x: (left + right) / 2, y: top + halfHeight, halfWidth: wide / 2, halfHeight }
}

const ROUND_DEG = Array.from({ length: 61 }, (_, index) => 3 * index - 90)

/** From the face toward the camera. */
const TOWARD: Vector = [0, 1, 0]

type Fit = { base: number; gain: number; left: number }

/** The straight line through light over cosine that leaves least; light from elsewhere is its foot. */
const fitted = (cosines: Float64Array, light: Float64Array): Fit => {
  const count = light.length
  let [sumX, sumY, sumXX, sumXY, sumYY] = [0, 0, 0, 0, 0]
  for (let at = 0; at < count; at++) {
    const [x, y] = [cosines[at]!, light[at]!]
    sumX += x
    sumY += y
    sumXX += x * x
    sumXY += x * y
    sumYY += y * y
  }
  const spread = sumXX - (sumX * sumX) / count
  const gain = spread > 1e-9 ? Math.max(0, (sumXY - (sumX * sumY) / count) / spread) : 0
  const base = (sumY - gain * sumX) / count
  const whole = sumYY - (sumY * sumY) / count
  const left = whole > 0 ? Math.max(0, whole - gain * gain * spread) / whole : 1
  return { base, gain, left }
}

/**
 * Where the key comes from, by a face's light and dark: the head is taken as an ellipsoid that scatters evenly, every
 * side is tried, and the one that explains most is told (least squares of light over the cosine of Lambert's law).
 * Undefined where the picture shows no head large enough.
 */
export const keyFromShading = (frame: FrameLight, subject: Uint8Array): ShadedKey | undefined => {
  const head = headIn(frame, subject)
  if (!head) return undefined
  const normals: Vector[] = []
  const values: number[] = []
  const across: number[] = []
  for (let y = Math.floor(head.y - head.halfHeight); y <= head.y + head.halfHeight; y++)
    for (let x = Math.floor(head.x - head.halfWidth); x <= head.x + head.halfWidth; x++) {
      const at = y * frame.width + x
      if (x < 0 || x >= frame.width || y < 0 || y >= frame.height || !subject[at] || !frame.isInRange[at]) continue
      const [aside, down] = [(x - head.x) / head.halfWidth, (y - head.y) / head.halfHeight]
      const ahead = 1 - aside * aside - down * down
      if (
        down < KEY_FROM_SHADING_FACE.from ||
        down > KEY_FROM_SHADING_FACE.to ||
        ahead < KEY_FROM_SHADING_FACE.leastAhead ** 2
      )
        continue
      normals.push(direction([aside, Math.sqrt(ahead), -down / HEAD_SHAPE]))
      across.push(aside)
      values.push(frame.light[at]!)
    }
  if (values.length < LEAST_HEAD ** 2 / 2) return undefined
  // Eyes, brows and lips are darker than the skin, glints lighter: neither says where light comes from.
  const [low, high] = [quantile(values, 0.03), quantile(values, 0.97)]
  const light = Float64Array.from(values, value => Math.min(high, Math.max(low, value)))
  const fits = ROUND_DEG.map(roundDeg => {
    const way = turn(TOWARD, -roundDeg, USUAL_UP_DEG)
    const cosines = Float64Array.from(normals, normal => Math.max(0, dot(normal, way)))
    return { roundDeg, ...fitted(cosines, light) }
  })
  const best = fits.reduce((least, fit) => (fit.left < least.left ? fit : least))
  const nearly = fits.filter(({ left }) => left < best.left + KEY_FROM_SHADING_NEARLY * (1 - best.left))
  const withinDeg = Math.max(3, ...nearly.map(({ roundDeg }) => Math.abs(roundDeg - best.roundDeg)))
  const cheek = (side: number) => {
    const there = light.filter(
      (_, at) => side * across[at]! > KEY_FROM_SHADING_CHEEK.from && side * across[at]! < KEY_FROM_SHADING_CHEEK.to,
    )
    return there.reduce((sum, value) => sum + value, 0) / Math.max(1, there.length)
  }
  const lit = Math.sign(best.roundDeg) || 1
  const explained = 1 - best.left
  return {
    roundDeg: best.roundDeg,
    ratioStops: stopsFromRatio(cheek(lit) / Math.max(1e-9, cheek(-lit))),
    withinDeg,
    explained,
    isSure: explained >= KEY_FROM_SHADING_SURE.explained && withinDeg <= KEY_FROM_SHADING_SURE.withinDeg,
  }
}
