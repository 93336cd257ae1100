// Figures that are decided by here, each named once. Where nothing else is said: common practice, no source.

// axes

/** A map brings the key no nearer than this, metres. */
export const LEAST_KEY_M = 0.6
/** A map takes the key no further than this, metres. */
export const MOST_KEY_M = 4
/** Steps in which a map looks for places of the key that fit, metres. */
export const KEY_STEP_M = 0.05
/** A map brings nothing nearer to the backdrop than this, metres. */
export const LEAST_TO_BACKDROP_M = 0.4
/** A map raises lights no nearer to the ceiling than this, metres. */
export const UNDER_CEILING_M = 0.3
/** A map turns things by at most this, degrees. */
export const TURN_DEG = 45

// boundedLeastSquares

/** Rounds along coordinates, at most, that take rounding out of what was solved at once. */
export const BOUNDED_LEAST_SQUARES_ROUNDS = 200
/** Powers that change by less have settled: rounding alone. */
export const NO_CHANGE = 1e-10
/** A slope that pulls off a bound by less than this share of the column pulls nowhere. */
export const NO_PULL = 1e-9
/** Columns that others make up leave a pivot of rounding alone; a ridge of their own keeps such where they are. */
export const NO_PIVOT = 1e-11
/** Share of the diagonal that keeps equations of lights that do the same solvable. */
export const RIDGE = 1e-8

// controls

/**
 * How strongly a control holds on to where it is, against stops of error: only settles what the constraints leave open.
 */
export const HOLD = 1e-3
/** By the square, so that two lights turned a little are rather taken than one turned far; up to this many. */
export const HOLD_MOST = 6
/** What each instruction more costs, so that "a third to both" wins over two numbers that are hardly better. */
export const INSTRUCTION = 1e-2

// evenBackdrop

/** A light that gives less than this share of what the grid gets is not worth touching. */
export const EVEN_BACKDROP_LEAST_SHARE = 0.05
/** A move is worth naming that evens the backdrop by so many stops. */
export const EVEN_BACKDROP_WORTH_STOPS = 0.05
/** A move is worth naming that evens the backdrop by this share of its spread. */
export const WORTH_SHARE = 0.1
/** Moves that are named at most. */
export const MOVES_NAMED = 5

// explore

/** Values along each side of a map. */
export const MAP_STEPS = 7

// forJob

/** So many fittings are tried between two reports. */
export const TOLD_EVERY = 6
/** So many of the best lamps and modifiers are tried in other numbers. */
export const TRIED_IN_NUMBERS = 6
/** A light more stands so far over or under the one that it doubles, metres. */
export const DOUBLE_M = 0.7
/** A stand's feet reach so far from its middle, metres; typical, from memory. */
export const FEET_M = 0.5

// forSitters

/** Turning powers for one sitter has to save this much of the worst miss where it does not meet the look, stops. */
export const FOR_SITTERS_WORTH_STOPS = 0.1

// keyFault

/** Less than this share of what the key would give straight on the subject, and it is no key. */
export const KEY_FAULT_LEAST_SHARE = 0.15
/** Less than this share of its axis in the subject's direction, and it is turned away. */
export const AWAY_SHARE = 0.4

// limit

/** Both too bright and too dark by more than this is unevenness, which no power mends, stops. */
export const UNEVEN_STOPS = 0.05

// moves/explore

/** What a state costs to try where surfaces move, against one where only lights do. */
export const STAGE_COST = 3

// moves/lightFamilies

/** Longer than this many times its width, a front lies otherwise when it is rolled. */
export const LIGHT_FAMILIES_LONG = 1.5
/** Nearer to the backdrop's middle than this, a light has no other side, metres. */
export const IN_THE_MIDDLE_M = 0.3

// moves/propose

/** Solves that a search spends at most. */
export const PROPOSE_MOST_SPENT = 260
/** Ways that are told at most. */
export const PROPOSALS = 5
/** So many that reach the target are choice enough. */
export const ENOUGH = 3
/** A move has helped when it cost this much less. */
export const HELPS = 1e-3
/** What was in the way is named where it would have cost less by more than this. */
export const GAIN = 0.02
/** At most so many answers are solved again. */
export const VERIFIED = 9

// moves/trial

/**
 * Light worked out with few rays is off by up to this much, so that more than it has to be left for an answer to
 * hold.
 */
export const DRAFT_STOPS = 0.03
/**
 * A light nearer to a head than this is nothing that a search offers, metres; changes that bring one in stop before.
 */
export const NEAREST_LIGHT_M = 0.45
/** What a minute of work costs beside misses, in squared stops; common practice, no source. */
export const MINUTE_COST = 1e-3

// moves/verify

/** A move has to save this much of the worst miss to be worth naming, where the target is out of reach. */
export const VERIFY_WORTH_STOPS = 0.05

// powerFloor

/** Steps of the table of logarithms, for every doubling. */
export const POWER_FLOOR_STEPS = 1024
/** Bits of a single-precision word behind those that name a step. */
export const BITS_LEFT = 13
/** How far {@link quickStops} may be off, stops: a step cut straight, and single precision. */
export const STOPS_OFF = 1e-6

// powers

/** What a constraint off its target costs beside its miss: being on target is worth ten instructions. */
export const OFF_TARGET = 0.1
/** What a wish weighs against what has to be. */
export const WISHED = 0.1
/** How a free light is held to its power, against a stop of a target. */
export const PULL_OF_HOLD = 1e-3
/** How hard a control that must not be touched is held. */
export const PULL_OF_FIXED = 1e3
/** A constraint that no light reaches is as far off as this. */
export const WORST_STOPS = 30

// sensitivity

/** What a thing may be off by without anybody seeing it. */
export const SLIP_M = 0.05
/** What an aim may be off by without anybody seeing it, degrees. */
export const SLIP_DEG = 5
/** Where more than this comes of a slip, a placement needs care. */
export const SENSITIVE_STOPS = 0.1
/** Slips are worked out from longer ones, so that they stand clear of the noise of rays. */
export const STRETCH = 2

// solveFromScratch

/** Rounds of powers and camera setting until both agree. */
export const SOLVE_FROM_SCRATCH_ROUNDS = 6
/** Where the key begins: the aperture that a settled look is looked for at first. */
export const FIRST_F_NUMBER = 8

// together/front

/** More than these are no choice. */
export const SHOWN = 6
/** Placements of the same minutes within these are the same to choose from. */
export const SAME_MINUTES = 0.05
/** Placements that miss by so little more than each other are the same to choose from. */
export const SAME_STOPS = 0.02

// together/placeForAll

/** Solves that a search for one placement spends at most. */
export const PLACE_FOR_ALL_MOST_SPENT = 170
/** Share of the whole work that is for all looks, where single ones may have things moved for themselves. */
export const FOR_ALL = 0.85
/** Share of the work that is looking; the rest is working out again with every ray. */
export const SEARCHED = 0.8

// together/placement

/** What a look that is not served costs beside its miss, in stops: one served is worth half a stop of another. */
export const UNSERVED = 0.5
/** How far a look's own cost counts, misses that are not its worst and wishes with it. */
export const WITHIN = 0.1
/** What a minute of making a placement costs, in stops. */
export const ONCE = 0.01

// walks

/** A change has to take off this much of the widest range to be worth a walk to the stand, stops. */
export const WALKS_WORTH_STOPS = 0.1
/** So many ways to a flatter walk are told. */
export const TOLD = 3
