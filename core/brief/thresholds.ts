// Figures that are decided by here, each named once. Where nothing else is said: common practice, no source.

// feasibility

/** Halvings until the middle of a key is known to far below a millimetre. */
export const FEASIBILITY_HALVINGS = 24
/** Nearer than just enough by this, so that rounding does not show an edge, metres. */
export const SPARE_M = 0.02
/** Free air that a stand's top and a boom need under the ceiling, metres. */
export const UNDER_CEILING_M = 0.1
/** Air over a crown that a lamp on a boom needs, metres. */
export const BOOM_OVER_HEAD_M = 0.6
/** A usual front reaches so far up from its middle, where there is no key yet. */
export const USUAL_REACH_M = 0.45
/** Changing looks takes this long at least, by common practice (no source). */
export const LEAST_MINUTES_A_LOOK = 4

// framing

/** Free air beside the outermost sitter, metres. */
export const BESIDE_M = 0.45
/** Free air that whoever is behind the camera needs, metres. */
export const BEHIND_CAMERA_M = 0.4
