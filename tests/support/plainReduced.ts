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

/** The same of grey light, pixel by pixel. */
export const plainOf = (width: number, height: number, lightAt: (x: number, y: number) => number): Reduced =>
  plainReduced(
    width,
    height,
    Float32Array.from({ length: width * height * 3 }, (_, at) => {
      const pixel = Math.floor(at / 3)
      return lightAt(pixel % width, Math.floor(pixel / width))
    }),
  )
