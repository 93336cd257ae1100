/** Light at evenly spaced values of three channels: blue runs fastest, red slowest. */
export type ColourCube = {
  /** Places along each side, 2 or more. */
  size: number
  /** Linear light at each place, three numbers that the profile's matrix makes linear sRGB of. */
  light: Float32Array
}

/**
 * Adds the light of a pixel, between the eight places around it (trilinear). Called for each pixel: it makes nothing.
 * @param sums red, green and blue so far
 * @param red as a share of the range, 0..1, like green and blue
 */
export const addCubeLight = (
  { size, light }: ColourCube,
  sums: Float64Array,
  red: number,
  green: number,
  blue: number,
): void => {
  const last = size - 1
  const x = Math.min(last - 1, Math.floor(red * last))
  const y = Math.min(last - 1, Math.floor(green * last))
  const z = Math.min(last - 1, Math.floor(blue * last))
  const inX = red * last - x
  const inY = green * last - y
  const inZ = blue * last - z
  for (let corner = 0; corner < 8; corner++) {
    const onX = corner >> 2
    const onY = (corner >> 1) & 1
    const onZ = corner & 1
    const weight = (onX ? inX : 1 - inX) * (onY ? inY : 1 - inY) * (onZ ? inZ : 1 - inZ)
    const at = 3 * (((x + onX) * size + y + onY) * size + z + onZ)
    sums[0]! += weight * light[at]!
    sums[1]! += weight * light[at + 1]!
    sums[2]! += weight * light[at + 2]!
  }
}
