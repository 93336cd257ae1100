/** Numbers that fill the unit square evenly: the additive recurrence on the plastic number (M. Roberts, 2018, "R2"). */
const PLASTIC = 1.324717957244746

/** First step of the two-dimensional additive recurrence (the inverse of the plastic number). */
export const R2_STEP_X = 1 / PLASTIC
/** Second step of the two-dimensional additive recurrence. */
export const R2_STEP_Y = 1 / (PLASTIC * PLASTIC)

/** Part after the point, for x >= 0. */
export const fraction = (x: number): number => x - Math.floor(x)

/**
 * A repeatable offset in 0..1 for item `index`, unlike that of its neighbours and of other salts
 * (32-bit mixing after C. Wellons' "lowbias32", public domain).
 */
export const scramble = (index: number, salt: number): number => {
  let x = Math.imul(index + 1, 0x9e3779b1) ^ Math.imul(salt + 1, 0x85ebca77)
  x = Math.imul(x ^ (x >>> 16), 0x7feb352d)
  x = Math.imul(x ^ (x >>> 15), 0x846ca68b)
  return ((x ^ (x >>> 16)) >>> 0) / 2 ** 32
}

/** Salts that one seed takes; another seed draws from the ones behind. */
export const SEED_SALTS = 64

/** The same for the unit cube: the root of x^4 = x + 1 gives three steps that do not fall into line with each other. */
const CUBIC = 1.22074408460576

/** Steps of the three-dimensional additive recurrence. */
export const R3_STEPS = [1 / CUBIC, CUBIC ** -2, CUBIC ** -3] as const
