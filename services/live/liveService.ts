import { transfer } from 'comlink'
import type { StudioSet } from '#core/model/schema'
import { leanOf, wholeOf } from '../leanSet'
import { connect, type Asking, type Carrier } from '../rpc/connect'
import type { LiveApi, LiveAsk, LiveReading } from './liveApi'

const startWorker = (): Carrier => new Worker(new URL('./live.worker.ts', import.meta.url), { type: 'module' })

const unread = (ask: LiveAsk): LiveAsk => ({ ...ask, set: wholeOf(leanOf(ask.set as StudioSet)) })

/** The service that reads live pictures. */
export const liveService = (start: () => Carrier = startWorker) => {
  const { call, restart } = connect<LiveApi>(start)
  return {
    watch: (frames: ReadableStream<VideoFrame>, ask: LiveAsk, asking: Asking<LiveReading>) =>
      call('watch', [transfer(frames, [frames as unknown as Transferable]), unread(ask)], asking),
    adjust: (ask: LiveAsk) => call('adjust', [unread(ask)]),
    still: () => call('still', []),
    restart,
  }
}
