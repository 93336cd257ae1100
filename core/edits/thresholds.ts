// Figures that are decided by here, each named once. Where nothing else is said: common practice, no source.

// acrossWay

/** A flag shades chest and shoulders too, so it stands in the way to a little under the eyes. */
export const UNDER_EYES_M = 0.15

// aimBoard

/**
 * A board whose foot is no higher stands on the floor: leaning it back would take its top away from the sitter, so it
 * is only turned.
 */
export const STANDS_M = 0.2

// aims

/** An aim that is let go this near a subject's mark is at the subject. */
export const TAKES_SUBJECT_M = 0.35

// besideSubject

/** What is put beside a subject stands this far off, metres. */
export const BESIDE_M = 0.15

// edits

/** Lights and stands keep at least this to walls, floor and ceiling. */
export const STAND_MARGIN_M = 0.1
/** Subjects keep at least this to walls and backdrop, metres. */
export const SUBJECT_MARGIN_M = 0.3
/** A backdrop hangs at least so far under the ceiling, metres, and is as long as a roll is cut: to five centimetres. */
export const UNDER_CEILING_M = 0.1
/** Heights that a backdrop is cut to are multiples of this, metres. */
export const CUT_M = 0.05

// factories

/** A copy stands this far to the side of what it was made from, or on the other side where a wall is near. */
export const COPY_ASIDE_M = 0.4

// snap

/** Tape distances are rounded to this. */
export const ROUND_M = 0.1

// things

/** A camera stays this far off walls, metres. */
export const CAMERA_MARGIN_M = 0.15
/** A point stays this far off walls, metres. */
export const POINT_MARGIN_M = 0.01
