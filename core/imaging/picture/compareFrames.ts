import { stopsFromRatio } from '../../physics/units/stops'
import type { FrameLight } from './frameLight'

/** Stops by which a second picture is brighter than a first, pixel by pixel; not a number where either clips. */
export const stopsApart = (first: FrameLight, second: FrameLight): Float32Array => {
  const apart = new Float32Array(first.light.length).fill(Number.NaN)
  for (let y = 0; y < first.height; y++) {
    const otherY = Math.min(second.height - 1, Math.floor(((y + 0.5) * second.height) / first.height))
    for (let x = 0; x < first.width; x++) {
      const at = y * first.width + x
      const other =
        otherY * second.width + Math.min(second.width - 1, Math.floor(((x + 0.5) * second.width) / first.width))
      if (first.isInRange[at] && second.isInRange[other])
        apart[at] = stopsFromRatio(second.light[other]! / first.light[at]!)
    }
  }
  return apart
}
