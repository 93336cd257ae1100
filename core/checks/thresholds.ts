// Figures that are decided by here, each named once. Where nothing else is said: common practice, no source.

// backdropLightOnSubject

/**
 * Straight light from a backdrop light that counts on the sitter, over the camera setting; common practice, no
 * source.
 */
export const STRIKES_STOPS = -2.2

// catchLight

/** The upper lid covers what is mirrored over this, degrees of the eyeball over the straight look; from memory. */
export const UPPER_LID_DEG = 24
/** The lower lid covers what is mirrored under this, degrees; from memory. */
export const LOWER_LID_DEG = -28
/** The corner of the eye covers what is mirrored further aside, degrees; from memory. */
export const ASIDE_DEG = 38
/** How far a chin goes down without a word being said; common practice, no source. */
export const CHIN_DOWN_DEG = 12
/** A light beside the face or behind it is not there for the eyes (cosine of the angle off the look). */
export const CATCH_LIGHT_AHEAD = 0.1

// cautions

/**
 * A usual circuit carries a little more than this; continuous loads are kept well under the breaker. Common practice,
 * no source.
 */
export const CIRCUIT_W = 1500
/** Above this a lamp on a stand is spoken of, metres. */
export const HEAVY_HEIGHT_M = 2.6

// ceiling

/** Air between a front and ceiling or floor, metres. */
export const CEILING_AIR_M = 0.03
/** A light that is lowered leans anew toward its aim, so its place is found in a few rounds. */
export const CEILING_ROUNDS = 12
/** Less is within what a tape tells, and would be said as nothing. */
export const TOUCH_M = 0.015

// edgeOnNose

/** An edge light on the nose this bright against the camera setting shows; common practice, no source. */
export const NOSE_STOPS = -2
/** An edge light is brought this far behind the subject's side, degrees. */
export const BEHIND_DEG = 62
/** How far subject and lights come forward, so that light leaves the nose, metres. */
export const EDGE_ON_NOSE_FORWARD_M = 0.3

// evenness

/** One side over the other by this much is seen on an even backdrop; common practice, no source. */
export const SIDES_STOPS = 0.25
/** A foot of the backdrop is darker than its middle from here on, stops. */
export const FOOT_STOPS = 0.6
/** Edges of the frame are darker than its middle from here on, stops. */
export const EDGE_STOPS = 0.35
/** Lights that differ by more than this in depth do not light alike, metres. */
export const NEARER_M = 0.1
/** Powers further apart than this are different ones, stops. */
export const OTHER_POWER_STOPS = 0.05

// flare

/** A lamp in the lens that lifts a dark cloth by so many values shows; common practice, no source. */
export const SHOWS_VALUES = 4
/** Light of a picture that is black to the eye, as a share of white. */
export const DARK = 0.004

// focus

/** Circle of confusion: the sensor's diagonal over 1500; a usual choice, from memory. */
export const CIRCLES_A_DIAGONAL = 1500
/** From the tip of the nose to the ears, with a little to spare. */
export const HEAD_DEPTH_M = 0.1

// haze

/**
 * Black that the veil of an over-lit backdrop lifts by this many pixel values looks hazy; common practice, no source.
 */
export const HAZE_VALUES = 14
/** Past clipping by this there is light to take away. */
export const HAZE_SPARE_STOPS = 0.25
/** A look that shall clip may be past clipping by this before it costs more than it gives. */
export const PAST_CLIPPING_STOPS = 0.5

// inFrame

/** Steps in which a light is moved out of the frame, metres. */
export const IN_FRAME_STEP_M = 0.05
/** The chest, as a share of the height of the head: what hides a lamp behind a subject. */
export const CHEST_SHARE = 0.72
/** A light between subject and backdrop this near the camera's line is meant to be hidden. */
export const MEANT_TO_HIDE_M = 0.5

// inGlasses

/**
 * Radius of a lens's front, metres: a base curve of 5 dioptres by the tooling index of 1.53, R = 0.53 / 5. Both from
 * memory; flatter lenses mirror less of the room.
 */
export const LENS_RADIUS_M = 0.106
/** A mirrored corner of a lamp on less of a lens than this is retouched in a moment; common practice, no source. */
export const LEAST_SHARE = 0.02
/** A face that looks further away from the camera than this shows no front of its lenses (cosine). */
export const IN_GLASSES_FACING = 0.3

// keyFault

/** Steps in which a key is moved aside, metres. */
export const KEY_FAULT_STEP_M = 0.1
/** Steps that are tried at most. */
export const KEY_FAULT_STEPS = 30

// keyOnBackdrop

/** The key makes too much of the light on the backdrop from this share on. */
export const KEY_SHARE = 0.2
/** Steps in which the key is brought in, metres. */
export const KEY_ON_BACKDROP_STEP_M = 0.05
/** Subject and lights come forward by at least this, metres. */
export const LEAST_FORWARD_M = 0.5
/** Subject and lights come forward by at most this, metres. */
export const KEY_ON_BACKDROP_MOST_FORWARD_M = 3

// roomLight

/** The room's own light counts where it adds this much to what is wanted. */
export const COUNTS_STOPS = 0.1

// separation

/** Edges nearer than this to the backdrop beside them, in pixel values, melt into it; common practice, no source. */
export const APART_WHITE = 18
/** Shoulders melt into black when they differ from it by less, pixel values. */
export const APART_BLACK = 14
/** One shoulder that stands out this far carries the figure, and the other may melt. */
export const SEPARATION_CARRIES = 20
/** A backdrop under this is dark enough for shoulders to melt into, pixel value. */
export const SEPARATION_BLACK = 45

// shadow

/** Shadows shallower than this are not seen; common practice, no source. */
export const SEEN_STOPS = 0.25
/** A shadow whose soft rim is narrower than this share of a head is crisp. */
export const SHADOW_CRISP = 0.6
/** Steps in which a light is raised until its shadow is gone, metres. */
export const RAISE_STEP_M = 0.05
/** Steps in which subject and lights come forward, metres. */
export const FORWARD_STEP_M = 0.1
/** Subject and lights come forward by at most this to lose a shadow, metres. */
export const SHADOW_MOST_FORWARD_M = 3
/** Steps in which a light is swung round the subject, degrees. */
export const SWING_STEP_DEG = 5

// tooDark

/** Steps in which a light is moved until it is no nearer than it may be, metres. */
export const NEAREST_STEP_M = 0.05
/** The camera opens in clicks of its own, so that a usual click may be lost on the way. */
export const TOO_DARK_SPARE_STOPS = 1 / 3
/** A key that stands this near to where it was put has reached it, metres. */
export const REACHED_M = 0.02

// wrap

/**
 * Light from the backdrop on hair and shoulders: a stop or two under the key looks natural, this much glows; common
 * practice, no source.
 */
export const GLOW_STOPS = -0.4
/** A lit panel is meant to rim the subject from every side; past this it is too much. */
export const PANEL_GLOW_STOPS = 0.5
/** How far subject and lights come forward, so that less wraps round, metres. */
export const WRAP_FORWARD_M = 0.6
