const SEEDS = 2 ** 31

/** A seed that nobody chose. */
export const freshSeed = (): number => Math.floor(Math.random() * SEEDS)
