// Figures that are decided by here, each named once. Where nothing else is said: common practice, no source.

// constraints

/** A stop of miss for each third of depth that a colour lacks. */
export const STOPS_PER_DEPTH = 3

// lightingSolver

/** Share of the whole work that the stage takes; the lights take the rest. */
export const STAGE_SHARE = 0.5

// pointConstraint

/** A stop of miss for so much colour difference past what is allowed. */
export const DELTA_E_PER_STOP = 10

// probes/areaPoints

/** Points of an area keep this to the edges of the backdrop. */
export const INSET_M = 0.08
/** An area is no smaller than this, metres. */
export const LEAST_M = 0.2
/** A grid of this many columns and rows lies over what the frame shows of the backdrop. */
export const AREA_COLUMNS = 5
/** Rows of the places by which a ramp or an even backdrop is judged. */
export const AREA_ROWS = 5
/** Places round a pool by which its fall is judged. */
export const POOL_RING = 8

// probes/framePoints

/** Places of the backdrop that a picture is read at, across. */
export const FRAME_COLUMNS = 5
/** Places of the backdrop that a picture is read at, from top to bottom. */
export const FRAME_ROWS = 3

// probes/gridPoints

/** Outermost columns and rows keep this share of the region to its edges. */
export const GRID_POINTS_EDGE = 0.06
/** A meter on cove or floor keeps clear of it by this, metres. */
export const METER_OFF_M = 0.03

// probes/points

/** Free air between the middle of the head and a meter held at the face. */
export const METER_FROM_HEAD_M = 0.17
/** A meter held against the backdrop; keeps the receptor clear of the paper. */
export const METER_FROM_BACKDROP_M = 0.02
/** Left and right are read at this share of half the backdrop's width. */
export const SIDE_SHARE = 0.6
/** A receptor on the skin keeps this far off it. */
export const METER_FROM_SKIN_M = 0.003
/** A meter on the floor keeps clear of it by this, metres. */
export const METER_FROM_FLOOR_M = 0.03
/** The floor is read this far before the feet, metres. */
export const BEFORE_FEET_M = 0.45

// probes/probes

/** Points across the backdrop's band of tone. */
export const BAND_COUNT = 24

// probes/sensePoints

/** The tip of the nose lies this far before the middle of the head, metres. */
export const NOSE_AHEAD = 0.085

// probes/viewpoints

/** A head is smaller than this all round, with hair and glasses. */
export const CLEAR_OF_HEAD_M = 0.2
/** Who looks from a surface looks from this far before it, metres. */
export const BEFORE_SURFACE_M = 0.05
/** Clear of the curve as well. */
export const BEFORE_DROP_M = 0.4

// probes/walkPoints

/** Steps of a walk. */
export const WALK_POINTS_STEPS = 25

// target

/** Within this of its target, a point is on target. */
export const ON_TARGET_STOPS = 0.1
/** The value of a picture at which it clips. */
export const CLIPPED = 255
/** Values up to this are asked for as black. */
export const TARGET_BLACK = 16
/** "Holds detail" keeps this far under clipping. */
export const HELD_STOPS = 0.15
