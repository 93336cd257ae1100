/** Long work cut into steps: it yields how much of it is done (0..1) and returns its result. */
export type Steps<T> = Generator<number, T>

/** Does all of the work at once. */
export const atOnce = <T>(steps: Generator<unknown, T>): T => {
  for (;;) {
    const turn = steps.next()
    if (turn.done) return turn.value
  }
}

/**
 * Does the work until it is done or `pause`, which is called after every step with the share that is done, says to
 * stop;
 * then undefined.
 */
export const inSteps = async <T>(
  steps: Steps<T>,
  pause: (share: number) => Promise<boolean>,
): Promise<T | undefined> => {
  for (;;) {
    const turn = steps.next()
    if (turn.done) return turn.value
    if (await pause(turn.value)) return undefined
  }
}
