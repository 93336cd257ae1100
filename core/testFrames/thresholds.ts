// Figures that are decided by here, each named once. Where nothing else is said: common practice, no source.

// frameReadings

/** Darker than this a value is worth too many stops to teach anything. */
export const LEAST_VALUE = 8
/** A clipped place is at least this far over what white begins at, where the plan has it below. */
export const PAST_WHITE_STOPS = 0.1
/** Readings of a frame show no wider aperture. */
export const LEAST_F_NUMBER = 0.1

// frameTags

/** Focal lengths are rounded to a millimetre; a zoom a hair off shows the same. */
export const SAME_LENS = 0.05

// frameVerdict

/** A third of a screen lags behind from here on, stops. */
export const LAGS_STOPS = 0.1

// keyFromShading

/** A head is about so much higher than wide; common practice, no source. */
export const HEAD_SHAPE = 1.35
/** A head smaller than this shows no shading that counts, pixels across. */
export const LEAST_HEAD = 14
/** Shoulders are wider than the head by this. */
export const SHOULDERS = 1.5
/** Of the ellipse only the face counts: from the brow to the chin, and not where it turns away. */
export const KEY_FROM_SHADING_FACE = { from: -0.15, to: 0.7, leastAhead: 0.3 } as const
/** A key stands about so high over the eyes, degrees; common practice, no source. */
export const USUAL_UP_DEG = 25
/** Ways that leave so little more unexplained than the best are as good as it. */
export const KEY_FROM_SHADING_NEARLY = 0.04
/** Surer than this is sure. */
export const KEY_FROM_SHADING_SURE = { explained: 0.55, withinDeg: 25 } as const
/** Cheeks lie so far aside of the middle of the head, shares of half its width. */
export const KEY_FROM_SHADING_CHEEK = { from: 0.45, to: 0.8 } as const

// reading/backdropFlaws

/** Flaws that are named at most. */
export const FLAWS_NAMED = 12
/** Fainter than this is not worth a steamer. */
export const LEAST_FLAW_STOPS = 0.07
/** A flaw stands out of the backdrop's own grain by so many spreads. */
export const FLAW_SPREADS = 5
/** Flaws are looked for so many pixels away from an outline. */
export const AWAY_FROM_OUTLINE = 4
/** Less is a grain of the picture, pixels. */
export const LEAST_FLAW_PIXELS = 5
/** Longer than wide by this, it is a crease. */
export const BACKDROP_FLAWS_LONG = 4
/** A shadow on the backdrop is darker than round it by this, stops. */
export const SHADOW_STOPS = 0.12
/** Smaller is no shadow, share of the picture. */
export const LEAST_SHADOW = 0.004
/** A shadow lies this near to the subject, share of the picture's width. */
export const NEAR_SUBJECT = 0.06
/** Of so many pixels one is looked at, where a middle is all that is wanted. */
export const BACKDROP_FLAWS_EVERY = 23

// reading/outline

/** How far on either side of the outline is looked, pixels. */
export const OUTLINE_REACH = 5
/** An outline is read in stretches of this share of the picture's height. */
export const STRETCH_SHARE = 0.03
/** Pixels beside an edge that belong to neither side. */
export const OFF_EDGE = 2
/** Of fewer pixels of a rim nothing is said. */
export const LEAST_PLACES = 20
/** Share of a subject's rim that is its lightest. */
export const OUTLINE_LIGHTEST = 0.005
/** How far in a rim reaches, share of the picture's width. */
export const RIM_SHARE = 0.02

// reading/places

/** A picture of another shape than the sensor by more than this is not the set's own framing. */
export const SHAPE_SHARE = 0.1
/** Half the side of the square that is read, share of the picture's width. */
export const OWN_REACH = 0.02
/** Beside a place it is looked for no further than this, share of the picture's width. */
export const BESIDE_REACH = 0.25
/** Rings in which it is looked for. */
export const PLACES_RINGS = 12
/** So much of a place has to be backdrop for it to be seen where it is, share. */
export const LEAST_OWN = 0.5
/** A place is read from at least so many pixels. */
export const LEAST_PIXELS = 12
/** A place clips where this share of its pixels does. */
export const CLIPPED_SHARE = 0.25

// reading/readFrame

/** Share of a frame that is its darkest. */
export const READ_FRAME_DARKEST = 0.01
/** Pixels at the edge of the backdrop that are left out. */
export const EDGE_PIXELS = 1

// reading/regionTone

/** Shares of a region that are its highest and its lowest. */
export const REGION_TONE_EXTREME = 0.005
/** Less colour than this nobody sees on a backdrop; common practice, no source. */
export const NEUTRAL_CHROMA = 2

// reading/sensorTone

/** One pixel in two hundred is lighter. */
export const SENSOR_TONE_LIGHTEST = 0.995

// reading/unevenness

/** So much of a cell has to be backdrop in range. */
export const LEAST_SHARE = 0.4
/** With less of the backdrop under white, how far past it the rest is cannot be told, share. */
export const LEAST_TO_JUDGE = 0.15
/** Of so many pixels one is looked at. */
export const UNEVENNESS_EVERY = 11
/** How the backdrop rises toward white is read within this of it, stops. */
export const NEAR_WHITE_STOPS = 0.5
/** It is read from at least so many pixels, or from all. */
export const LEAST_NEAR = 100
/** The lightest part of what is past white begins at this share. */
export const UNEVENNESS_LIGHTEST = 0.95
/** So much of the backdrop at the end of the sensor is no single bright spot. */
export const AT_END_SHARE = 0.02
