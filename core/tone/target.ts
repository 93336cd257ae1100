import { responseOf } from '../camera/response'
import type { MeterPoint } from '../set/points'
import type { Camera, Target } from '../set/schema'
import { stopsFromValue } from './backdropTone'

/** Within this of its target, a point is on target. */
export const ON_TARGET_STOPS = 0.1

/** Values asked for most: pure white, light, mid and dark grey, black. */
export const TONE_NAMES: readonly { value: number, name: string }[] = [
  { value: 250, name: 'pure white' },
  { value: 200, name: 'light grey' },
  { value: 118, name: 'mid grey' },
  { value: 60, name: 'dark grey' },
  { value: 12, name: 'black' },
]

/** A target as stops over the camera setting at its point. A pixel value needs a point with a reflectance. */
export const targetStops = (target: Target, point: MeterPoint, camera: Camera): number => {
  if (target.kind === 'stops') return target.stops
  if (point.reflectance === undefined) throw new RangeError(`${point.name} has no surface to render a pixel value.`)
  return stopsFromValue(target.value, point.reflectance, responseOf(camera))
}
