import type { Gloss } from '../geometry/surface'

/**
 * Fresnel's reflectance of a smooth boundary for unpolarised light from air, 0..1
 * (M. Born and E. Wolf, Principles of Optics, 1.5.2: the mean of the two polarised ones).
 * @param cosine of the angle to the normal, 0..1
 */
export const fresnel = (cosine: number, refractiveIndex: number): number => {
  const sine = Math.sqrt(Math.max(0, 1 - cosine * cosine)) / refractiveIndex
  const inner = Math.sqrt(1 - sine * sine)
  const across = (cosine - refractiveIndex * inner) / (cosine + refractiveIndex * inner)
  const along = (refractiveIndex * cosine - inner) / (refractiveIndex * cosine + inner)
  return (across * across + along * along) / 2
}

/** Exponent n of a lobe cos^n about the mirror direction that has fallen to half at an angle. */
export const lobeExponent = (halfWidthDeg: number): number =>
  Math.log(0.5) / Math.log(Math.cos((halfWidthDeg * Math.PI) / 180))

/** Share of light that a glossy side sends into its mirror direction or lobe, at a cosine to the normal. */
export const glossShare = (gloss: Gloss, cosine: number): number =>
  gloss.kind === 'coat' ? fresnel(cosine, gloss.refractiveIndex) : gloss.share

/**
 * Share of arriving light that gets to scatter evenly. A coat turns some away on arrival, and again on leaving, so
 * that a matt
 * floor under a coat has (1 - F(in)) rho / pi (1 - F(out)): the same both ways, and never more than it gets. A lobe
 * takes its
 * share once, when it is looked at.
 */
export const enteringShare = (gloss: Gloss | null, cosine: number): number =>
  gloss?.kind === 'coat' ? 1 - fresnel(cosine, gloss.refractiveIndex) : 1
