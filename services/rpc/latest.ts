/** Whether an error says no more than that nobody waits any longer. */
export const isCalledOff = (error: unknown): boolean => error instanceof DOMException && error.name === 'AbortError'

/** Of questions of one kind only the newest counts: asking one calls off the one before. */
export const newest = () => {
  let current: AbortController | undefined
  const stop = () => current?.abort()
  return {
    /** The signal of a new question; the one before is called off. */
    next: (): AbortSignal => {
      stop()
      current = new AbortController()
      return current.signal
    },
    stop,
  }
}
