import { proxy, wrap } from 'comlink'
import type { RegionEdit, StudioSet } from '#core/model/schema'
import type { FrameWorker } from './frame.worker'

/** Starts the worker that decodes and reads pictures, apart from the light, so that a large file holds nothing up. */
export const startFrameWorker = () => {
  const remote = wrap<FrameWorker>(new Worker(new URL('./frame.worker.ts', import.meta.url), { type: 'module' }))
  return {
    read: (key: string, set: StudioSet, bytes: Uint8Array<ArrayBuffer>, edits: readonly RegionEdit[], report: (share: number) => void) => remote.read(key, set, bytes, edits, proxy(report)),
    again: (...question: Parameters<FrameWorker['again']>) => remote.again(...question),
    apart: (...question: Parameters<FrameWorker['apart']>) => remote.apart(...question),
    card: (...question: Parameters<FrameWorker['card']>) => remote.card(...question),
    flatField: (...question: Parameters<FrameWorker['flatField']>) => remote.flatField(...question),
    preview: (...question: Parameters<FrameWorker['preview']>) => remote.preview(...question),
    shrink: (...question: Parameters<FrameWorker['shrink']>) => remote.shrink(...question),
  }
}
