// Figures that are decided by here, each named once. Where nothing else is said: common practice, no source.

// levelling/explain

/** Spreads, one standard deviation each, in stops but for the slope; common practice, no source. */
export const GAIN = 0.5
/** How far a dimmer curve may run off its form: spread, stops for a stop. */
export const SLOPE = 0.12
/** How far a place may be off for all lamps alike: spread, stops. */
export const PLACE = 0.15
/** Rounds of weighing readings anew. */
export const ITERATIONS = 25
/** A suspicion has to explain the rounds better than the plan by so much. */
export const CERTAIN = 8
/** Below this cost for each thing read, nothing is looked for. */
export const QUIET = 1

// levelling/levelStep

/** Rounds at most; more would only follow the meter's own spread. */
export const MOST_ROUNDS = 6
/** Every target is to be met within so many stops. */
export const LEVEL_STOPS = 0.1
/** What is read strays itself: targets are sought nearer than they have to be met. */
export const SETTLED_STOPS = 0.05
/** A rig turns in finer steps than the clicks of a lamp that is turned by hand. */
export const RIG_CLICK_STOPS = 0.05
/** How far places of a rig part in what they say: spread, stops. */
export const PLACE_SPREAD = 0.02
/** Turns until powers that a rig can give have settled. */
export const SETTLING = 5

// levelling/round

/** What a level strays by from round to round beside the meter: dimmers, steps, bytes; common practice, no source. */
export const LEVEL_SPREAD_STOPS = 0.04
/** Pictures are taken so many stops darker: a backdrop that clips says nothing. */
export const DARKER_STOPS = 2
/** Readings of a place in a round, so many from the third round on: by then they are what is left to be told. */
export const READINGS = 3
/** Places are metered once up to this round, and several times after it. */
export const ONCE_ROUNDS = 2

// levelling/tellApart

/** Lamps whose levels lie so far apart are told from each other by one round. */
export const APART_STOPS = 1
/** No lamp is sent lower than so far under the highest. */
export const DEEPEST_STOPS = 5

// patching

/** Round numbers that addresses begin at, where they are not packed. */
export const TEN = 10
