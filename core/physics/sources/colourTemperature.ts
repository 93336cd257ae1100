import { luminance, scaleRgb, type Rgb } from '../units/rgb'

/** Difference between two colour temperatures as gels count it: above 0 the first is warmer. */
export const miredDifference = (kelvin: number, referenceKelvin: number): number => 1e6 / kelvin - 1e6 / referenceKelvin

/**
 * CIE 1931 chromaticity of a glowing body, 1667 to 25,000 K (B. Kim and others, 2002: cubic fits to the Planckian
 * locus;
 * coefficients from memory, held against CIE illuminant A in the tests).
 */
export const chromaticityOf = (kelvin: number): { x: number; y: number } => {
  const t = 1000 / kelvin
  const x =
    kelvin < 4000
      ? -0.2661239 * t ** 3 - 0.2343589 * t ** 2 + 0.8776956 * t + 0.17991
      : -3.0258469 * t ** 3 + 2.1070379 * t ** 2 + 0.2226347 * t + 0.24039
  const yOf = () => {
    if (kelvin < 2222) return -1.1063814 * x ** 3 - 1.3481102 * x ** 2 + 2.18555832 * x - 0.20219683
    return kelvin < 4000
      ? -0.9549476 * x ** 3 - 1.37418593 * x ** 2 + 2.09137015 * x - 0.16748867
      : 3.081758 * x ** 3 - 5.8733867 * x ** 2 + 3.75112997 * x - 0.37001483
  }
  return { x, y: yOf() }
}

/** Linear channels of a chromaticity at luminance 1, by the matrix of IEC 61966-2-1. */
const linearOf = ({ x, y }: { x: number; y: number }): Rgb => {
  const [X, Z] = [x / y, (1 - x - y) / y]
  return [3.2406 * X - 1.5372 - 0.4986 * Z, -0.9689 * X + 1.8758 + 0.0415 * Z, 0.0557 * X - 0.204 + 1.057 * Z]
}

/** Linear channels of a glowing body's light at luminance 1, against no white balance: what a meter weighs. */
export const absoluteColour = (kelvin: number): Rgb => {
  const channels = linearOf(chromaticityOf(kelvin))
  const seen: Rgb = [Math.max(0, channels[0]), Math.max(0, channels[1]), Math.max(0, channels[2])]
  return scaleRgb(seen, 1 / luminance(seen))
}

/**
 * Colour of a lamp as a camera balanced for `whiteBalanceK` sees it, at luminance 1: channel by channel against that
 * white.
 */
export const lampColour = (kelvin: number, whiteBalanceK: number): Rgb => {
  const [lamp, white] = [linearOf(chromaticityOf(kelvin)), linearOf(chromaticityOf(whiteBalanceK))]
  const seen: Rgb = [Math.max(0, lamp[0] / white[0]), Math.max(0, lamp[1] / white[1]), Math.max(0, lamp[2] / white[2])]
  return scaleRgb(seen, 1 / luminance(seen))
}
