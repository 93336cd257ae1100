/**
 * How it stands with what is written: `saved` all of it is committed; `saving` some is on its way; `failed` the
 * browser refused and is
 * asked again; the others say that it cannot be written where it was: it lies in the bin, its row is gone, the whole
 * database is gone.
 */
export type SaveState = 'saved' | 'saving' | 'failed' | 'deleted' | 'missing' | 'lost'

/** How one write ended. */
export type WriteEnd = { kind: 'saved' } | { kind: 'deleted' | 'missing' | 'lost' }

type WriterWays = {
  /** Writes what there is at the time of the call; throws where the browser refuses. */
  write: () => Promise<WriteEnd>
  /** Hears every change of state, with the reason of a refusal. */
  onState: (state: SaveState, reason: string) => void
  /** Small changes in quick succession are written together. */
  delayMs?: number
}

const DELAY_MS = 250
/** After a refusal the browser is asked again after so long, the last gap over and over. */
const GAPS_MS = [1000, 2000, 4000, 8000, 10_000] as const

/**
 * The one writer of one thing. Writes never overlap; what changed during a write is written after it; a refusal is
 * tried again with
 * growing gaps; `saved` is only said when the newest change is in a committed transaction.
 */
export const createWriter = ({ write, onState, delayMs = DELAY_MS }: WriterWays) => {
  let newest = 0
  let written = 0
  let refusals = 0
  let state: SaveState = 'saved'
  let running: Promise<void> | undefined
  let waiting: ReturnType<typeof setTimeout> | undefined

  const tell = (next: SaveState, reason = '') => {
    state = next
    onState(next, reason)
  }
  const isBarred = () => state === 'deleted' || state === 'missing' || state === 'lost'
  const isBehind = () => written !== newest

  const later = (ms: number) => {
    clearTimeout(waiting)
    waiting = setTimeout(() => void attempt(), ms)
  }

  const writeAll = async () => {
    while (isBehind() && !isBarred()) {
      const aim = newest
      try {
        const ended = await write()
        if (ended.kind !== 'saved') return tell(ended.kind)
        written = aim
        refusals = 0
        if (!isBehind()) tell('saved')
      } catch (error) {
        later(GAPS_MS[Math.min(refusals, GAPS_MS.length - 1)]!)
        refusals += 1
        // The database's library says everything twice, on a line each.
        return tell('failed', (error instanceof Error ? error.message : String(error)).split('\n')[0]!.trim())
      }
    }
  }

  const attempt = async (): Promise<void> => {
    clearTimeout(waiting)
    running ??= writeAll().finally(() => {
      running = undefined
    })
    return running
  }

  return {
    /** Something changed and is to be written; `isHeld` leaves the write for the next change. */
    touch: (isHeld = false) => {
      newest += 1
      if (isBarred()) return
      if (state !== 'failed') {
        tell('saving')
        if (!isHeld) later(delayMs)
      }
    },
    /** Writes what is waiting at once; answers whether everything is saved then. */
    flush: async (): Promise<boolean> => {
      await running
      await attempt()
      return !isBehind() && !isBarred()
    },
    /** What is shown now is what lies in the browser: nothing waits. */
    settle: () => {
      clearTimeout(waiting)
      written = newest
      refusals = 0
      tell('saved')
    },
    /** What barred writing is mended: everything is written again. */
    resume: async (): Promise<boolean> => {
      newest += 1
      tell('saving')
      await attempt()
      return !isBehind()
    },
    isBehind,
  }
}
