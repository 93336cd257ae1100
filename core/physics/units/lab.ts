/** Linear sRGB to XYZ, rows (IEC 61966-2-1:1999), and the white of D65 that it gives. */
const TO_XYZ = [
  [0.4124, 0.3576, 0.1805],
  [0.2126, 0.7152, 0.0722],
  [0.0193, 0.1192, 0.9505],
] as const
const WHITE = TO_XYZ.map(row => row[0] + row[1] + row[2]) as [number, number, number]

/** CIE 15:2018, equation 8.6 (its number from memory): the cube root with its straight foot. */
const DELTA = 6 / 29
const root = (share: number): number => (share > DELTA ** 3 ? Math.cbrt(share) : share / (3 * DELTA ** 2) + 4 / 29)

/** CIELAB: lightness 0 to 100, a and b. */
export type Lab = readonly [lightness: number, a: number, b: number]

/** CIE 1976 L*a*b* of linear sRGB light, where 1 is white. */
export const labOf = (red: number, green: number, blue: number): Lab => {
  const [r, g, b] = TO_XYZ
  const x = root((r[0] * red + r[1] * green + r[2] * blue) / WHITE[0])
  const y = root((g[0] * red + g[1] * green + g[2] * blue) / WHITE[1])
  const z = root((b[0] * red + b[1] * green + b[2] * blue) / WHITE[2])
  return [116 * y - 16, 500 * (x - y), 200 * (y - z)]
}

/** CIE 1976: the share of white's luminance at a lightness of 0 to 100. */
export const luminanceOfLightness = (lightness: number): number =>
  lightness > 8 ? ((lightness + 16) / 116) ** 3 : lightness * (3 / 29) ** 3
