import { releaseProxy, wrap, type Endpoint } from 'comlink'
import { Asked, teachJobs, type Job } from './job'
import type { Api } from './serve'

/** A worker, or anything else that carries messages and can be ended. */
export type Carrier = Endpoint & { terminate: () => void }

type Progress<F> = F extends (job: Job<infer P>, ...args: never[]) => unknown ? P : never
type Arguments<F> = F extends (job: never, ...args: infer A) => unknown ? A : never
type Answer<F> = F extends (...args: never[]) => infer R ? Awaited<R> : never

/** How a question is asked. */
export type Asking<P> = {
  /**
   * Calls the question off: its promise is rejected with the signal's reason at once, whatever still comes is
   * dropped.
   */
  signal?: AbortSignal
  /** Hears how far it is, until it is answered or called off. */
  report?: (progress: P) => void
}

/** The asking end of a service. */
export type Connection<A extends Api> = {
  /** Asks a question. Rejected where the work threw, was called off, or the worker died under it. */
  call: <K extends keyof A & string>(
    name: K,
    args: Arguments<A[K]>,
    asking?: Asking<Progress<A[K]>>,
  ) => Promise<Answer<A[K]>>
  /**
   * Which worker answers now, started where none runs: a number that grows with each one that is started. What an
   * earlier one was told, this one does not know.
   */
  generation: () => number
  /** Ends the worker; questions under way are rejected, the next one starts another. */
  restart: (why: string) => void
}

/** A worker that ended under its work. */
export class ServiceEnded extends Error {
  override name = 'ServiceEnded'
}

const started = (start: () => Carrier): Carrier => {
  try {
    return start()
  } catch (error) {
    throw new ServiceEnded(
      `This browser does not start what works in the background: ${(error as Error).message}. A current one does.`,
    )
  }
}

/**
 * The asking end of a service. The worker is started when it is first asked, and again after it died: no question
 * waits for ever, and no
 * late answer comes in.
 */
export const connect = <A extends Api>(start: () => Carrier): Connection<A> => {
  teachJobs()
  let running:
    | { carrier: Carrier; remote: Record<string, (...args: unknown[]) => Promise<unknown>>; ended: AbortController }
    | undefined
  let generation = 0

  const end = (why: string) => {
    const was = running
    if (!was) return
    running = undefined
    was.ended.abort(new ServiceEnded(why))
    ;(was.remote as { [releaseProxy]?: () => void })[releaseProxy]?.()
    was.carrier.terminate()
  }

  const begin = () => {
    if (running) return running
    const carrier = started(start)
    generation += 1
    const mine = { carrier, remote: wrap(carrier) as never, ended: new AbortController() }
    const died = (event: Event) => {
      if (running === mine) end(`It broke down: ${(event as ErrorEvent).message || 'no reason was given'}.`)
    }
    carrier.addEventListener('error', died as EventListener)
    carrier.addEventListener('messageerror', died as EventListener)
    running = mine
    return running
  }

  const call = (name: string, args: readonly unknown[], { signal, report }: Asking<never> = {}) =>
    new Promise((resolve, reject) => {
      if (signal?.aborted) return reject(signal.reason as Error)
      const { remote, ended } = begin()
      let isOpen = true
      const asked = new Asked(progress => isOpen && report?.(progress))
      const close = (settle: () => void) => {
        if (!isOpen) return
        isOpen = false
        signal?.removeEventListener('abort', calledOff)
        ended.signal.removeEventListener('abort', gone)
        settle()
        // The work may still look whether it is wanted.
        setTimeout(() => asked.end(), 0)
      }
      const calledOff = () => {
        asked.cancel()
        close(() => reject(signal!.reason as Error))
      }
      const gone = () => close(() => reject(ended.signal.reason as Error))
      signal?.addEventListener('abort', calledOff)
      ended.signal.addEventListener('abort', gone)
      remote[name]!(asked, ...args).then(
        answer => asked.told.then(() => close(() => resolve(answer))),
        (error: unknown) => close(() => reject(error as Error)),
      )
    })

  return {
    call: call as Connection<A>['call'],
    generation: () => {
      begin()
      return generation
    },
    restart: end,
  }
}
