import { TONE_VALUES } from '../evaluation/target'

// Figures that are decided by here, each named once. Where nothing else is said: common practice, no source.

// conventions

/** Nearer than this to a convention's stops, a target may be called by its name. */
export const NEAR_STOPS = 0.35

// keying

/**
 * What of a screen's own colour reaches the subject this far under the key is not seen in the key; common practice, no
 * source.
 */
export const CAST_LIMIT_STOPS = -4
/** Further off nothing is looked for, metres. */
export const FARTHEST_M = 30
/** Cells a side that a screen is divided into. */
export const KEYING_CELLS = 16

// tolerance

/**
 * How even a backdrop has to be for what it is used for: stops from its lightest to its darkest part. Common
 * practice, no source.
 */
export const TOLERANCES = {
  clipped: 0.5,
  white: 0.3,
  grey: 0.2,
  colour: 0.3,
  keying: 0.15,
  black: 1,
} as const
/** A backdrop up to here is wanted black, pixel value. */
export const BLACK_VALUE = 30
/** A backdrop from here on is white: asked for as one, and light enough for pale edges to melt into, pixel value. */
export const WHITE_VALUE = 225
/** A backdrop from here on is wanted clipped, pixel value. */
export const CLIPPED_VALUE = TONE_VALUES.white
