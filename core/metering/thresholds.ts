// Figures that are decided by here, each named once. Where nothing else is said: common practice, no source.

// ambient

/**
 * The room's own light has to stay this far under the camera setting for a frame without the lamps to come out black;
 * common practice, no source.
 */
export const BLACK_UNDER_STOPS = -6
/** Adding less than a tenth of a stop to what is wanted, it does not count: 2^0.1 - 1 is 3.8 stops under. */
export const UNNOTICED_UNDER_STOPS = 3.8
/** No camera is set lower, ISO. */
export const LOWEST_ISO = 50
/** A shutter may be this much shorter than the sync speed by its rounded name. */
export const NAMED_ALIKE = 0.97

// run

/** What the plan says has changed by less than this needs no new reading. */
export const UNCHANGED_STOPS = 0.05
