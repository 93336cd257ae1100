import type { DimmerCurve } from '../model/rigSchema'

/**
 * Share of full light, 0 to 1, that a dimmer gives at a level of 0 to 1. A square curve gives the square of the level
 * (common practice, no source); a measured one is straight between its places.
 */
export const lightAt = (curve: DimmerCurve, level: number): number => {
  if (curve.kind === 'linear') return level
  if (curve.kind === 'square') return level ** 2
  const at = level * (curve.shares.length - 1)
  const below = Math.min(curve.shares.length - 2, Math.floor(at))
  const [low, high] = [curve.shares[below]!, curve.shares[below + 1]!]
  return low + (high - low) * (at - below)
}

/** The level, 0 to 1, at which a dimmer gives a share of full light; the lowest of them where several do. */
export const levelFor = (curve: DimmerCurve, light: number): number => {
  if (curve.kind === 'linear') return light
  if (curve.kind === 'square') return Math.sqrt(light)
  const { shares } = curve
  if (light <= shares[0]!) return 0
  const above = shares.findIndex(share => share >= light)
  if (above < 0) return 1
  const [low, high] = [shares[above - 1]!, shares[above]!]
  return (above - 1 + (light - low) / (high - low)) / (shares.length - 1)
}
