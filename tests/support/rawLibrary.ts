import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import start from 'libraw-wasm/dist/libraw.js'
import { rawApi } from '#services/imaging/decode/rawApi'
import type { RawLibrary } from '#services/imaging/decode/rawLibrary'
import type { Progress } from '#services/imaging/takeApart'
import type { Job } from '#services/rpc/job'

let library: Promise<RawLibrary> | undefined
const load = (): Promise<RawLibrary> => {
  const wasm = createRequire(import.meta.url).resolve('libraw-wasm/dist/libraw.wasm')
  library ??= start({ wasmBinary: readFileSync(wasm), locateFile: (name: string) => name })
  return library
}

/** Nobody waits for it, and nobody calls it off. */
export const idleJob: Job<Progress> = {
  isCancelled: false,
  signal: new AbortController().signal,
  pause: () => Promise.resolve(false),
  report: () => undefined,
}

/** Opens raw files in Node as the app's worker does in a browser. */
export const openRaw = (bytes: Uint8Array<ArrayBuffer>) => rawApi(load).open(idleJob, bytes)
