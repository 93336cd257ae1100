import type { Reduced } from '../picture/downsample'

/** Averages pictures of one size one after another: the newest counts for a share of the whole, the first for all. */
export const makeAverage = () => {
  let mean: Reduced | undefined
  let count = 0

  const blend = (into: Float32Array, from: Float32Array, share: number) => {
    for (let index = 0; index < into.length; index++) into[index]! += share * (from[index]! - into[index]!)
  }

  return {
    /** @param frames over how many pictures noise is evened out; 1 takes each as it is */
    take: (picture: Reduced, frames: number): Reduced => {
      if (!mean || mean.width !== picture.width || mean.height !== picture.height || frames <= 1) {
        mean = {
          ...picture,
          linear: picture.linear.slice(),
          clipped: picture.clipped.slice(),
          anyClipped: picture.anyClipped.slice(),
          crushed: picture.crushed.slice(),
        }
        count = 1
        return mean
      }
      count = Math.min(frames, count + 1)
      const share = 1 / count
      blend(mean.linear, picture.linear, share)
      blend(mean.clipped, picture.clipped, share)
      blend(mean.anyClipped, picture.anyClipped, share)
      blend(mean.crushed, picture.crushed, share)
      mean = { ...mean, histogram: picture.histogram }
      return mean
    },
    /** Begins anew: the light has changed. */
    reset: (): void => {
      mean = undefined
    },
  }
}
