import { stopsFromRatio } from '../physics/units/stops'
import { luminance, type Rgb } from '../physics/units/rgb'
import { exposureGain } from '../camera/exposureGain'
import type { FrameView } from './gBuffer'

/**
 * Stops over the camera setting that fall on what a map looks at: what it sends out in each channel, less what its
 * own surface takes of it.
 */
export const lightOnMap = (
  linear: Float32Array,
  view: FrameView,
  camera: { fNumber: number; iso: number },
): Float32Array<ArrayBuffer> => {
  const gain = exposureGain(camera)
  return Float32Array.from({ length: view.width * view.height }, (_, pixel) => {
    const received = [0, 1, 2].map(channel =>
      view.reflectance[pixel * 3 + channel]! > 0
        ? linear[pixel * 3 + channel]! / view.reflectance[pixel * 3 + channel]!
        : 0,
    ) as unknown as Rgb
    return stopsFromRatio(gain * luminance(received))
  })
}
