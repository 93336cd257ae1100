import type { Reduced } from '#core/imaging/picture/downsample'

/** A reduced picture of some linear light, in which nothing clips. */
export const plainReduced = (width: number, height: number, linear: Float32Array): Reduced => {
  const none = () => new Float32Array(width * height)
  return {
    width,
    height,
    linear,
    clipped: none(),
    anyClipped: none(),
    crushed: none(),
    histogram: new Float64Array(256),
    pixels: width * height,
    seeThrough: 0,
  }
}
