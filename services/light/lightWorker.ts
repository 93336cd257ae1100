import type { Carrier } from '../rpc/connect'

const start = (): Carrier => new Worker(new URL('./light.worker.ts', import.meta.url), { type: 'module' })

let early: Carrier | undefined

/** The page starts the worker itself, before the app is there (server/shell/earlyWorker.ts). */
const startedByPage = (): Carrier | undefined => (globalThis as { earlyLight?: Carrier }).earlyLight

/** Starts the worker before anybody asks: it loads, and makes its sitter ready, while the app and its data do. */
export const startLightEarly = (): void => {
  try {
    early ??= startedByPage() ?? start()
  } catch {
    // A browser that starts no modules in the background says so to the first who asks.
  }
}

/** The worker that was started early, or another. */
export const lightWorker = (): Carrier => {
  const begun = early
  early = undefined
  return begun ?? start()
}
