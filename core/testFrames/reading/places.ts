import { project, projectionOf } from '../../camera/projection'
import { SRGB_RESPONSE } from '../../camera/response'
import type { MeterPoint } from '../../evaluation/probes/points'
import { coveRadius } from '../../scene/surfaces/backdropSurfaces'
import type { StudioSet } from '../../model/schema'
import { stopsFromRatio } from '../../physics/units/stops'
import { luminance } from '../../physics/units/rgb'
import type { Vector } from '../../physics/units/vector'
import type { FrameLight } from '../../imaging/picture/frameLight'
import type { KnownFloor } from '../../imaging/regions/regions'
import {
  SHAPE_SHARE,
  OWN_REACH,
  BESIDE_REACH,
  PLACES_RINGS,
  LEAST_OWN,
  LEAST_PIXELS,
  CLIPPED_SHARE,
} from '../thresholds'

/** Whether a picture has the shape that the set's camera takes. */
export const isOwnFraming = ({ camera }: StudioSet, width: number, height: number): boolean =>
  Math.abs(Math.log(((width / height) * camera.sensor.heightMm) / camera.sensor.widthMm)) < SHAPE_SHARE

/** Where a place of the room falls in the set's own framing, shares from the upper left; undefined out of it. */
export const placeInFrame = (set: StudioSet, position: Vector): { x: number; y: number } | undefined => {
  const seen = project(projectionOf(set), position)
  return seen && Math.abs(seen.u) < 1 && Math.abs(seen.v) < 1 ? { x: (seen.u + 1) / 2, y: (1 - seen.v) / 2 } : undefined
}

/** What the plan says of the floor in the frame: the row at which it begins before the backdrop. */
export const floorOf = (set: StudioSet): KnownFloor => {
  const { backdrop } = set
  const seen = project(projectionOf(set), [backdrop.centreXM, backdrop.sweepM > 0 ? coveRadius(backdrop) : 0, 0])
  if (!seen) return 'unknown'
  const from = (1 - seen.v) / 2
  if (from >= 1) return 'out-of-frame'
  return from > 0 ? { from } : 'unknown'
}

/** What a picture says of one point of the backdrop. */
export type PlaceReading = {
  /** Value there, 0..255. */
  value: number
  /** Stops over the camera setting; where it clips, at least so many. */
  stops: number
  isClipped: boolean
  /** Stops over the light at which the picture is white, where the sensor's own numbers tell; below 0 under it. */
  overWhiteStops?: number
  /** The point itself is seen; otherwise what is read lies beside it, where the subject does not hide it. */
  isThere: boolean
}

/**
 * Reads a point of the backdrop in a picture with the set's own framing; undefined where none of the backdrop is seen
 * near it.
 */
export const readPlace = (
  set: StudioSet,
  point: MeterPoint,
  { width, height, light, value, isInRange, whiteLight }: FrameLight,
  backdrop: Uint8Array,
): PlaceReading | undefined => {
  const place = placeInFrame(set, point.position)
  if (!place || !point.reflectance) return undefined
  const [cx, cy] = [place.x * width, place.y * height]
  const read = (reach: number): PlaceReading | undefined => {
    let [sum, values, count, clipped, all] = [0, 0, 0, 0, 0]
    for (let y = Math.max(0, Math.ceil(cy - reach)); y < Math.min(height, cy + reach); y++) {
      for (let x = Math.max(0, Math.ceil(cx - reach)); x < Math.min(width, cx + reach); x++) {
        const at = y * width + x
        all++
        if (!backdrop[at]) continue
        count++
        sum += light[at]!
        values += SRGB_RESPONSE.linearFromValue(value[at]!)
        if (!isInRange[at]) clipped++
      }
    }
    const isThere = reach === own && count >= LEAST_OWN * all
    if (count < LEAST_PIXELS || (reach === own && !isThere)) return undefined
    return {
      value: SRGB_RESPONSE.valueFromLinear(values / count),
      stops: stopsFromRatio(sum / count / luminance(point.reflectance!)),
      isClipped: clipped > CLIPPED_SHARE * count,
      ...(whiteLight === undefined ? {} : { overWhiteStops: stopsFromRatio(sum / count / whiteLight) }),
      isThere,
    }
  }
  const own = Math.max(3, OWN_REACH * width)
  for (let ring = 0; ring <= PLACES_RINGS; ring++) {
    const found = read(own + (ring / PLACES_RINGS) * BESIDE_REACH * width)
    if (found) return found
  }
  return undefined
}
