/** What cannot be done: wording has a sentence for each. */
export const IMPOSSIBLE = [
  'look-gone',
  'looks-full',
  'look-name-taken',
  'frame-gone',
  'frame-without-backdrop',
  'map-needs-two',
  'no-light-at-place',
  'backdrop-valueless',
  'no-backdrop-light',
  'backdrop-lights-idle',
  'no-place',
  'no-fault-shows',
] as const

/** One of these. */
export type Impossibility = (typeof IMPOSSIBLE)[number]

/**
 * Thrown where what is asked cannot be done. Its name is what cannot, its message what a sentence about it names: both
 * come out of a worker as they were.
 */
export class Impossible extends Error {
  override readonly name: Impossibility
  constructor(why: Impossibility, about: string | number = '') {
    super(String(about))
    this.name = why
  }
}

/** Whether an error says that something cannot be done, also where it came out of a worker. */
export const isImpossible = (error: unknown): error is Error & { name: Impossibility } =>
  error instanceof Error && (IMPOSSIBLE as readonly string[]).includes(error.name)
