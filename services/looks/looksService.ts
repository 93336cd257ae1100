import type { StudioSet } from '#core/model/schema'
import { leanOf, type LeanSet } from '../leanSet'
import { connect, type Asking, type Carrier } from '../rpc/connect'
import { mirror } from '../rpc/mirror'
import type { Kit } from '#core/kit/kitSchema'
import type { AskedLook, JudgedLook, LooksApi, PictureWidths, ShownSetUp } from './looksApi'

const startWorker = (): Carrier => new Worker(new URL('./looks.worker.ts', import.meta.url), { type: 'module' })

/** The service that judges the looks that are not on the screen; in its own thread, so that it holds up nothing. */
export const looksService = (start: () => Carrier = startWorker) => {
  const { call, generation } = connect<LooksApi>(start)
  const sets = mirror<LeanSet>(generation)
  let lean: LeanSet | undefined
  return {
    judge: (set: StudioSet, looks: readonly AskedLook[], asking: Asking<JudgedLook>) => {
      lean = leanOf(set, lean)
      return call('judge', [sets.send(lean), looks], asking)
    },
    setUps: (set: StudioSet, kit: Kit, ids: readonly string[], asking: Asking<ShownSetUp>) =>
      call('setUps', [{ ...set, readings: [], frames: [] }, kit, ids], asking),
    picture: (set: StudioSet, look: AskedLook, widths: PictureWidths) => {
      lean = leanOf(set, lean)
      return call('picture', [sets.send(lean), look, widths])
    },
  }
}
