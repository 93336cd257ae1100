// Figures that are decided by here, each named once. Where nothing else is said: common practice, no source.

// day

/** Somebody who waits no longer than this does not count as waiting. */
export const WAIT_FREE = 5
/** A break moved by no more than this is as planned. */
export const BREAK_FREE = 5
/** What was planned counts like so many minutes that ran as planned, so that one slow look does not make a slow day. */
export const PRIOR_MINUTES = 120
/** Looks of so many sitters to come are tried to be dropped. */
export const SITTERS_TRIED = 4
/** Breaks are made no shorter than this, minutes. */
export const SHORTEST_BREAK = 15

// order

/** Orders of so many looks are found exactly: 2^14 sets of looks times 14 last ones times 14 next ones. */
export const MOST_EXACT = 14
/** Ways between every first and last look are found up to so many looks; beyond that the best order, forth and back. */
export const MOST_WAYS = 9
