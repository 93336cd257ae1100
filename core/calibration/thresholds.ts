// Figures that are decided by here, each named once. Where nothing else is said: common practice, no source.

// calibrate

/** Further off than so many spreads, a reading does not fit the others; common practice, no source. */
export const OUTLIER_SPREADS = 3.2
/** A reading this far off is questioned at once, before others can speak for or against it. */
export const QUESTION_SPREADS = 2.2
/** At most this share of the readings is left out of what is learned. */
export const LEFT_OUT_SHARE = 1 / 3
/** One reading is put out at a time, of very many as many as this goes into them. */
export const READINGS_A_ROUND = 50

// causes

/** A cause has to bring a reading this near to what was expected. */
export const EXPLAINED_STOPS = 0.3

// fit

/**
 * A plan is never built to the centimetre and the degree: what a reading may stray from a true plan by where things
 * stand.
 */
export const PLACING_SPREAD_STOPS = 0.1
/** How far a lamp is off its rating, before anything is read: standard deviation, stops. */
export const LAMP_SPREAD_STOPS = 0.4
/** How far the bounce of a room is off its plan, before anything is read: standard deviation, stops. */
export const BOUNCE_SPREAD_STOPS = 0.2
/** Rounds of weighing readings anew; they settle in four or five. */
export const FIT_ROUNDS = 12

// residuals

/** How far light strays from the plan over a surface, of lamps a hand's breadth off or a few degrees aside, stops. */
export const STRAY_STOPS = 0.15
/** Readings nearer to each other than about this share what the plan has wrong, metres. */
export const ALIKE_M = 0.8

// roomLight

/** Nearer than this a reading of the room's light counts as if it were this far away, metres. */
export const ROOM_LIGHT_NEAR_M = 0.05
