import { transferHandlers, type TransferHandler } from 'comlink'

/** What whoever does a piece of work knows of who asked for it. */
export type Job<Progress = never> = {
  /** Whether nobody waits for the work any more. */
  readonly isCancelled: boolean
  /** The same for what takes a signal. */
  readonly signal: AbortSignal
  /** Lets waiting messages in, now and then; answers whether to stop. */
  pause: () => Promise<boolean>
  /** Tells how far it is. */
  report: (progress: Progress) => void
}

/** Says that nothing more will be reported. */
export type Ending = { over: () => void }

/** Work lets waiting messages in after this long. */
const TURN_MS = 12

/**
 * Lets whatever waits in. A message to oneself comes right after those that wait; a timer in a row of timers is held
 * back for some milliseconds by browsers (HTML standard, timers nested deeper than five), and is what Node has to do
 * with, which would not end while a port is open.
 */
const others: () => Promise<void> = (() => {
  if (!('addEventListener' in globalThis) || typeof MessageChannel === 'undefined')
    return () => new Promise<void>(resolve => setTimeout(resolve, 0))
  const { port1, port2 } = new MessageChannel()
  const waiting: (() => void)[] = []
  port1.onmessage = () => waiting.shift()?.()
  return () =>
    new Promise<void>(resolve => {
      waiting.push(resolve)
      port2.postMessage(null)
    })
})()

/** Lets waiting messages in once a turn is over; answers whether to stop. */
export const turns = (isCancelled: () => boolean): (() => Promise<boolean>) => {
  let last = performance.now()
  return async () => {
    if (performance.now() - last < TURN_MS) return isCancelled()
    await others()
    last = performance.now()
    return isCancelled()
  }
}

/**
 * The asking end of a job: it travels to the worker as a port of its own, so that it can be called off and heard
 * while work goes on.
 */
export class Asked {
  readonly #channel = new MessageChannel()
  /** Settled once all that was reported has come: answers travel another way and may be faster. */
  readonly told: Promise<void>

  constructor(report: (progress: never) => void) {
    this.told = new Promise(resolve => {
      this.#channel.port1.onmessage = ({ data }: MessageEvent<Told>) =>
        'progress' in data ? report(data.progress as never) : resolve()
    })
  }

  get port(): MessagePort {
    return this.#channel.port2
  }

  cancel() {
    this.#channel.port1.postMessage('cancel')
  }

  end() {
    this.#channel.port1.close()
  }
}

type Told = { progress: unknown } | { isOver: true }

/** The working end, made of the port that came. */
const jobOf = (port: MessagePort): Job & Ending => {
  const off = new AbortController()
  port.onmessage = () => off.abort()
  return {
    get isCancelled() {
      return off.signal.aborted
    },
    signal: off.signal,
    pause: turns(() => off.signal.aborted),
    report: progress => port.postMessage({ progress } satisfies Told),
    over: () => port.postMessage({ isOver: true } satisfies Told),
  }
}

const handler: TransferHandler<Asked, MessagePort> = {
  canHandle: (value): value is Asked => value instanceof Asked,
  serialize: asked => [asked.port, [asked.port]],
  deserialize: port => jobOf(port) as unknown as Asked,
}

/** Both ends have to know how a job travels. */
export const teachJobs = (): void => {
  transferHandlers.set('job', handler as TransferHandler<unknown, unknown>)
}
