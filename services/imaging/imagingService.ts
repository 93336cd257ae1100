import type { RegionEdit, StudioSet } from '#core/model/schema'
import { connect, type Asking, type Carrier } from '../rpc/connect'
import { leanOf, wholeOf } from '../leanSet'
import type { ImagingApi } from './imagingApi'
import type { Progress } from './takeApart'

const startWorker = (): Carrier => new Worker(new URL('./imaging.worker.ts', import.meta.url), { type: 'module' })

/** Pictures are read against camera, backdrop and subject; what was read before does not travel along. */
const unread = (set: StudioSet): StudioSet => wholeOf(leanOf(set))

/** The service that decodes and reads pictures, apart from the light, so that a large file holds nothing up. */
export const imagingService = (start: () => Carrier = startWorker) => {
  const { call } = connect<ImagingApi>(start)
  return {
    read: (
      key: string,
      set: StudioSet,
      picture: { bytes: Uint8Array<ArrayBuffer>; edits: readonly RegionEdit[] },
      asking?: Asking<Progress>,
    ) => call('read', [key, unread(set), picture.bytes, picture.edits], asking),
    again: (key: string, set: StudioSet, edits: readonly RegionEdit[]) => call('again', [key, unread(set), edits]),
    apart: (first: string, second: string, set: StudioSet) => call('apart', [first, second, unread(set)]),
    card: (bytes: Uint8Array<ArrayBuffer>) => call('card', [bytes]),
    pair: (set: StudioSet, raw: Uint8Array<ArrayBuffer>, picture: Uint8Array<ArrayBuffer>) =>
      call('pair', [unread(set), raw, picture]),
    flatField: (set: StudioSet, bytes: Uint8Array<ArrayBuffer>) => call('flatField', [unread(set), bytes]),
    preview: (key: string) => call('preview', [key]),
    shrink: (bytes: Uint8Array<ArrayBuffer>, side: number) => call('shrink', [bytes, side]),
  }
}
