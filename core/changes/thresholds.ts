// Figures that are decided by here, each named once. Where nothing else is said: common practice, no source.

// arrangements

/** Lights that reach the foot of the backdrop look no higher than this, metres. */
export const AIM_LOW_M = 0.7
/** A backdrop light that is lowered stands no higher than this, metres. */
export const STAND_LOW_M = 1.5
/** Lights that cross the backdrop widely look this far off its middle, share of its width. */
export const WIDE_AIM_SHARE = 0.36
/** Lights of the backdrop stand this far beside its edge, metres. */
export const BESIDE_BACKDROP_M = 0.9
/** How far a light is drawn back from the backdrop, metres. */
export const DRAWN_BACK_M = 0.5
/** Lights of the backdrop stand at least this far behind the subject, metres. */
export const BEHIND_SUBJECT_M = 0.6

// flags

/** A flag hangs this far before its light, metres. */
export const FROM_LIGHT_M = 0.4

// groupDepth

/** Moves that differ by less are one move, metres: rounding alone. */
export const EXACT_M = 1e-6

// lightChanges

/** A light is not brought nearer to what it lights than this, metres; common practice, no source. */
export const NEAREST_LIGHT_M = 0.55
/** What a half scrim takes, stops. */
export const SCRIM_STOPS = 1

// newLights

/** A new edge light stands this far round the subject from the camera's side, degrees. */
export const EDGE_DEG = 145
/** A new edge light stands this far from the subject, metres. */
export const EDGE_REACH_M = 1.5
/** Dark cloth wants more on its edge than the key gives its front. */
export const OVER_KEY_STOPS = 1
/** A new key stands this far round the subject from the camera, degrees. */
export const KEY_ROUND_DEG = 40
/** A new key stands this far from the subject, metres. */
export const KEY_AWAY_M = 1.7

// standing

/** A flag for the key stands this far before it, metres. */
export const FLAG_FROM_KEY_M = 0.7
/** Boards that shape the subject's edges stand nearer than those that only keep light away. */
export const NEAR_BESIDE_M = 0.12
