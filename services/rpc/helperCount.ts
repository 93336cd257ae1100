/** More than these bring little: what is done ahead is not always wanted; common practice, no source. */
const MOST_HELPERS = 3

/** How many workers help another on a machine of so many cores. */
export const helperCount = (cores: number): number => Math.max(0, Math.min(MOST_HELPERS, cores - 1))
