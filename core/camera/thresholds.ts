// Figures that are decided by here, each named once. Where nothing else is said: common practice, no source.

// bracket

/** Values up to this say nothing of light: noise and rounding. */
export const BRACKET_BLACK = 1
/** Values from this on say nothing of light: they clip. */
export const BRACKET_WHITE = 254.5
/** A curve is made of at least so many pictures that show something. */
export const LEAST_STEPS = 4
/** Knots are this far apart at least. */
export const KNOT_STOPS = 0.3
/** How much a change of slope from knot to knot costs, against a frame that is one value off. */
export const SMOOTHNESS = 10
/** Levels are counted from here, so that every unknown is at least 0. */
export const FLOOR_STOPS = -30

// falloff

/** A flat field holds for its lens within this share of its focal length, and within this much of its aperture. */
export const SAME_LENS = 0.03
/** Apertures nearer to each other than this fall off alike, stops. */
export const SAME_STOPS = 0.4

// headShadow

/** Radius of a head, share of a person's height. */
export const HEAD_RADIUS_SHARE = 0.055

// lensLight

/** Rays into a lens that its veil is worked out from. */
export const RAYS = 1024
/**
 * A lamp outside the frame strikes the front of the lens as well. Of what it would add inside the frame this much is
 * left at the
 * frame's edge, and a 1/e of it for each so many degrees further out. A model, no source: hoods and coatings differ.
 */
export const BEYOND_SHARE = 0.1
/** Stray light falls to a third over so many degrees outside the frame; a guess. */
export const BEYOND_DEG = 20

// projection

/** Maps look straight at a surface from this close, so that nothing stands between. */
export const MAP_FROM_M = 0.03
