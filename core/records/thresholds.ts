// Figures that are decided by here, each named once. Where nothing else is said: common practice, no source.

// compareRecords

/** Lengths that differ by less are the same, metres. */
export const SAME_LENGTH_M = 0.02

// culprits

/** A guess is of about this size: so much of its shift may be more or less. */
export const SIZE_SHARE = 0.3
/** Readings are chosen to part culprits: that there is none at all is held so much less likely meanwhile. */
export const NONE_WHILE_CHOOSING = 0.05
/** Further from a guess than so many spreads, a reading is not what the guess makes of it. */
export const STRANGE_SPREADS = 4
/** Rounds in which each reading of a run is exchanged for the best one beside the others. */
export const CULPRITS_EXCHANGES = 3
/** So many readings find one culprit, mostly. */
export const REPEAT_READINGS = 3
/** A culprit that is this likely is named. */
export const NAMED_PROBABILITY = 0.6

// recordHead

/** Steps of a placement that count as the same place, metres. */
export const SAME_PLACE_M = 0.1

// repeatDesign

/**
 * How far a reading is from one that was taken at the same place before, a meter in one hand on two days, places found
 * again by tape: standard deviation, stops.
 */
export const READ_SPREAD_STOPS = 0.08
/** How far a reading is from what a plan that has learned says of its place: standard deviation, stops. */
export const PLAN_SPREAD_STOPS = 0.16
/** A reading that a lamp meter cannot take: too little light there, stops under the camera setting. */
export const TOO_DIM_STOPS = -7

// suspects

/** By how much a subject may stand elsewhere unnoticed, metres. */
export const SUBJECT_M = 0.1
/** A wall that sends back more than this is guessed to have been painted dark, one of less light. */
export const LIGHT_WALL = 0.4
/** Paper sends back no more than this. */
export const MOST_PAPER = 0.95

// tape

/** An error of the tape that nobody sees, metres. */
export const TAPE_ERROR_M = 0.05
/** Where an error of 5 cm comes to more than this, a thing is measured to the centimetre, stops. */
export const MATTERS_STOPS = 0.05
