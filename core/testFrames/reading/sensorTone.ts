import type { Reduced } from '../../imaging/picture/downsample'
import { quantile } from '../../imaging/regions/smoothField'
import { SENSOR_TONE_LIGHTEST } from '../thresholds'

/** How a sensor stood to its end over a region. */
export type SensorTone = {
  /** Stops under the end of each channel, red, green, blue, of the lightest pixels; 0 where they are at it. */
  headroomStops: readonly [number, number, number]
  /** Share of the region in which some channel is at its end. */
  clipped: number
}

/** What a sensor's own numbers say of a region; undefined where there are none. */
export const sensorTone = ({ sensor, anyClipped }: Reduced, mask: Uint8Array): SensorTone | undefined => {
  if (!sensor) return undefined
  const places = [...mask.keys()].filter(at => mask[at])
  if (places.length === 0) return undefined
  const headroomOf = (channel: number) => {
    const lightest = quantile(
      places.map(at => sensor.shares[at * 3 + channel]!),
      SENSOR_TONE_LIGHTEST,
    )
    return Math.max(0, -Math.log2(Math.max(Number.MIN_VALUE, lightest)))
  }
  return {
    headroomStops: [headroomOf(0), headroomOf(1), headroomOf(2)],
    clipped: places.reduce((sum, at) => sum + anyClipped[at]!, 0) / places.length,
  }
}
