import { stopsFromRatio } from '../units/stops'
import { luminance } from '../units/rgb'
import { exposureGain } from './develop'
import type { FrameView } from './frameView'

/** Stops over the camera setting that fall on what a map looks at: what it sends out, less what its own surface takes. */
export const lightOnMap = (linear: Float32Array, view: FrameView, camera: { fNumber: number, iso: number }): Float32Array<ArrayBuffer> => {
  const gain = exposureGain(camera)
  return Float32Array.from({ length: view.width * view.height }, (_, pixel) => {
    const own = luminance([view.reflectance[pixel * 3]!, view.reflectance[pixel * 3 + 1]!, view.reflectance[pixel * 3 + 2]!])
    const sent = luminance([linear[pixel * 3]!, linear[pixel * 3 + 1]!, linear[pixel * 3 + 2]!])
    return stopsFromRatio(own > 0 ? gain * sent / own : 0)
  })
}
