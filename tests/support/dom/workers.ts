import { serve, type Api } from '#services/rpc/serve'
import { PAGE_LEFT } from './pageLeft'

/**
 * Workers of the app that run in this thread: each name of a worker's file has the api that the file serves. The
 * messages still cross a port, so what cannot be copied fails here as it does in a browser.
 */
const APIS: Record<string, () => Promise<Api>> = {
  'light.worker.ts': async () => (await import('./tinyPictures')).lightWithTinyPictures(),
  'judge.worker.ts': async () => (await import('#services/judge/judgeApi')).judgeApi(),
  'looks.worker.ts': async () => (await import('#services/looks/looksApi')).looksApi(),
  'search.worker.ts': async () => (await import('#services/search/searchApi')).searchApi([]),
  'bench.worker.ts': async () => (await import('#services/bench/benchApi')).benchApi(),
  'practice.worker.ts': async () => (await import('#services/practice/practiceApi')).practiceApi(),
  'imaging.worker.ts': async () =>
    (await import('#services/imaging/imagingApi')).imagingApi(() =>
      Promise.reject(new Error('Raw files are read in a worker of their own.')),
    ),
  'storage.worker.ts': async () => {
    const [{ storageApi }, { openBrowserStorage }] = await Promise.all([
      import('~/storage/storageApi'),
      import('~/storage/browserStorage'),
    ])
    return storageApi(openBrowserStorage())
  },
}

let areSilent = false
/** From now on workers take every question and answer none, as on a machine that never gets round to them. */
export const silenceWorkers = (isSilent: boolean): void => {
  areSilent = isSilent
}

/** Workers that were started and have not been ended. */
const running = new Set<ThreadlessWorker>()

/** A `Worker` that serves its api in this thread. */
export class ThreadlessWorker extends EventTarget {
  readonly #near: MessagePort
  readonly #far: MessagePort

  constructor(url: URL | string) {
    super()
    const name = String(url).split('/').at(-1)!.split('?')[0]!
    const api = APIS[name]
    if (!api) throw new Error(`Tests in Node know no worker "${name}".`)
    const { port1, port2 } = new MessageChannel()
    this.#near = port1
    this.#far = port2
    if (!areSilent) void api().then(found => serve(found, port2 as never))
    port1.start()
    running.add(this)
  }

  postMessage(message: unknown, moved: Transferable[] = []) {
    this.#near.postMessage(message, moved)
  }

  override addEventListener(type: string, heard: EventListenerOrEventListenerObject | null) {
    if (type === 'message') this.#near.addEventListener(type, heard as EventListener)
    else super.addEventListener(type, heard)
  }

  override removeEventListener(type: string, heard: EventListenerOrEventListenerObject | null) {
    if (type === 'message') this.#near.removeEventListener(type, heard as EventListener)
    else super.removeEventListener(type, heard)
  }

  terminate() {
    running.delete(this)
    this.#near.close()
    this.#far.close()
  }
}

/**
 * Ends every worker that is still running, as a page that is left does. Modules outlive pages here: whoever asks an
 * ended worker later has to know, and start another.
 */
export const endWorkers = (): void => {
  for (const worker of [...running]) {
    worker.dispatchEvent(Object.assign(new Event('error'), { message: PAGE_LEFT }))
    worker.terminate()
  }
}
