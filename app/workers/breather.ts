/** Work lets waiting messages in after this long. */
const TURN_MS = 12

/** Lets waiting messages in, now and then; answers whether the work is still wanted. */
export const breather = (isWanted: () => boolean) => {
  let last = performance.now()
  return async (): Promise<boolean> => {
    if (performance.now() - last < TURN_MS) return true
    await new Promise<void>(resolve => setTimeout(resolve, 0))
    last = performance.now()
    return isWanted()
  }
}
