// Figures that are decided by here, each named once. Where nothing else is said: common practice, no source.

// build

/** Stops to which a camera is opened past its widest aperture, by film speed. */
export const MOST_ISO = 1600
/** A fill stands this far round the subject from the camera, degrees. */
export const FILL_ROUND_DEG = 25
/** A fill stands this far from the subject, metres. */
export const FILL_REACH_M = 2
/** A front of about this size fills softly and stands where a person can walk by, square metres; common practice. */
export const FILL_AREA_M2 = 0.8

// causes

/** The room is bright where more than this share of the shadow side's light has come by way of it. */
export const BRIGHT_ROOM = 0.5
/** Lights that are not for the backdrop give too much of it from this share on. */
export const CAUSES_STRAY = 0.5
/** Surfaces that differ by more than this send back other light, stops. */
export const OTHER_STOPS = 0.1

// character

/** Darker than this a picture shows black, stops under white; eight bits of a straight curve, worked out. */
export const DARK_STOPS = -9
/** No gradient is seen in what is darker than this, stops under white: a value of about 14, worked out. */
export const GRADIENT_DARK_STOPS = -8
/** Lightness at which colours are compared, so that tone does not count twice. */
export const COMPARED_AT = 0.28
/** Reflectance of the white card that colours are compared at. */
export const WHITE_CARD = 0.9

// deviations

/** Less light than this under the camera setting is nothing that a picture shows, stops. */
export const UNSEEN_STOPS = -6
/** A hard aspect that is not met costs so much beside how far it is off. */
export const DEVIATIONS_UNMET = 1
/** What is met counts for so much less than what is not: nearer than near enough is no reason to do more. */
export const DEVIATIONS_MET = 0.15
/** No aspect counts for more than this: what cannot be had must not drown what can. */
export const DEVIATIONS_MOST = 60

// fits

/** Lights nearer to a face than this are in nobody's way only on paper, metres. */
export const NEAREST_M = 0.5
/** Free air between a front and a wall, metres. */
export const FITS_AIR_M = 0.1
/** A light behind the subject keeps so far before the backdrop, metres. */
export const BEFORE_BACKDROP_M = 0.2
/** Steps in which a light that finds no room is lowered or swung, degrees. */
export const TURN_STEP_DEG = 4
/** A light is swung round the subject by at most this, degrees. */
export const MOST_TURN_DEG = 80
/** Weights of what makes a light alike, from what a viewer sees first; common practice, no source. */
export const FITS_UNLIKE = { size: 1, edge: 0.5, beam: 0.05, away: 0.15, turned: 4, front: 0.05, seen: 3 } as const

// fromPicture

/** Backdrops darker than this had no light of their own, as a guess to begin with; stops under white. */
export const UNLIT_STOPS = -5.5
/** Aperture that a set made of a picture begins with. */
export const F_NUMBER = 8

// match

/** So many ways are told. */
export const MATCH_WAYS = 3
/** So many changes are tried on each way, and each is halved so often. */
export const MATCH_TUNED = 30
/** The one that begins best is worth more. */
export const TUNED_FIRST = 50
/** With every ray each costs several times as much. */
export const TUNED_EXACT = 14
/** How often the steps of fine tuning are halved. */
export const MATCH_HALVED = 2
/** Less than this is no better, in squared tolerances. */
export const MATCH_BETTER = 0.02

// stageInto

/** A subject stands at least this far before the backdrop, metres. */
export const LEAST_TO_BACKDROP_M = 0.6
/** The camera stays this far off walls, metres. */
export const CAMERA_MARGIN_M = 0.15
/** A camera is not brought nearer than to this share of where it was: faces would look otherwise. */
export const LEAST_CAMERA_SHARE = 0.6
/** A focal length that lenses do not come in is taken where it saves this much of the distance; as a logarithm. */
export const ODD_LENS = 0.1

// trying

/** What stands in the picture costs as much as a hard aspect that is far off. */
export const IN_FRAME = 6
/** What another backdrop, and things that were not there, have to be worth; common practice, no source. */
export const TRYING_TROUBLE = { backdrop: 0.5, help: 0.2, unlike: 0.02 } as const
/** Rounds in which the camera is opened until no lamp that is wanted brighter is at full. */
export const TRYING_ROUNDS = 5
/** A miss past this asks for a wider aperture where a lamp is spent, stops. */
export const SHORT_STOPS = 0.08
/** A lamp that is hung up is so much nearer to the ceiling than what hangs at the lowest, metres. */
export const SURELY_M = 0.05

// wanted

/** A ramp of less is none, stops. */
export const LEAST_RAMP_STOPS = 0.1
