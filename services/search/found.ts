/** What was found so far, with the share that is done. */
export type Found<T> = { found: T; share: number }
