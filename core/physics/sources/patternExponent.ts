/**
 * Exponent m of the pattern I = I0 cos^m, from the angle off the axis where the intensity has fallen to half:
 * m = ln 0.5 / ln cos(theta50). 60 degrees gives the Lambertian m = 1. Valid above 0 and below 90 degrees.
 */
export const patternExponent = (halfIntensityDeg: number): number => {
  if (!(halfIntensityDeg > 0 && halfIntensityDeg < 90)) {
    throw new RangeError(`The half-intensity angle must lie between 0 and 90 degrees; got ${halfIntensityDeg}.`)
  }
  return Math.log(0.5) / Math.log(Math.cos((halfIntensityDeg * Math.PI) / 180))
}
