/** Under this a shift is not seen, over the second it has to be mended; common practice, no source. */
const UNSEEN_MIREDS = 10
const PLAIN_MIREDS = 40

/** How a light differs from what the camera is set to: `20 mired warm: slight`. */
export const miredWords = (mireds: number): string => {
  const size = Math.round(Math.abs(mireds))
  const side = mireds > 0 ? 'warm' : 'cool'
  if (size === 0) return 'as the camera is set'
  if (size < UNSEEN_MIREDS) return `${size} mired ${side}: not seen`
  if (size < PLAIN_MIREDS) return `${size} mired ${side}: slight`
  return `${size} mired ${side}: plain to see; a ${mireds > 0 ? 'cooling' : 'warming'} gel of ${size} mired takes it back`
}
