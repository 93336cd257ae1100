// Figures that are decided by here, each named once. Where nothing else is said: common practice, no source.

// panelStart

/** How far from a light's front a flag stands, and a diffuser: common practice, no source. */
export const FLAG_M = 0.45
/** A diffuser stands this far before its light, metres. */
export const DIFFUSER_M = 0.6
/** A panel begins this far beside the subject, metres. */
export const BESIDE_M = 0.9
/** A flag's edge is off what its light shall reach by this. */
export const CLEAR_M = 0.04
/** What sends on more than this of its light bounces; what lets through more than this softens. */
export const BOUNCES = 0.3
/** What lets more light through than this is a diffuser, transmittance. */
export const SOFTENS = 0.15

// startFrom

/** A backdrop keeps this far off the side walls, metres. */
export const ASIDE_M = 0.06
/** A backdrop keeps this far under the ceiling, metres. */
export const OVERHEAD_M = 0.06
/** What a room keeps behind the backdrop when no light stands there any more, metres. */
export const USUAL_BEHIND_M = 0.8

// studioBuilder

/** A stand keeps this far off walls, metres. */
export const STAND_MARGIN_M = 0.12
