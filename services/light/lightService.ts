import type { StudioSet } from '#core/model/schema'
import { leanOf, type LeanSet } from '../leanSet'
import { connect, type Asking, type Carrier } from '../rpc/connect'
import { mirror } from '../rpc/mirror'
import { lightWorker } from './lightWorker'
import type { Exactness, Exposing, LightApi, Looking, PictureUse } from './lightApi'

/** The service that carries the light. It holds a copy of the set: what changed is all that is sent. */
export const lightService = (start: () => Carrier = lightWorker) => {
  const { call, generation, restart } = connect<LightApi>(start)
  const sets = mirror<LeanSet>(generation)
  let lean: LeanSet | undefined
  return {
    solve: (revision: number, set: StudioSet, exactness: Exactness, asking: Asking<number>) => {
      lean = leanOf(set, lean)
      return call('solve', [revision, sets.send(lean), exactness], asking)
    },
    warm: (looking: Looking, asking?: Asking<never>) => call('warm', [looking], asking),
    light: (revision: number, use: PictureUse, looking: Looking) => call('light', [revision, use, looking]),
    figures: () => call('figures', []),
    develop: (use: PictureUse, exposing: Exposing) => call('develop', [use, exposing]),
    developDeep: (use: PictureUse, exposing: Exposing) => call('developDeep', [use, exposing]),
    map: (use: PictureUse, exposing: Exposing) => call('map', [use, exposing]),
    probe: (use: PictureUse, place: { u: number; v: number }, exposing: Exposing) =>
      call('probe', [use, place, exposing]),
    settle: (set: StudioSet) => call('settle', [set]),
    evenness: (exposing: Exposing, columns: number, rows: number) => call('evenness', [exposing, columns, rows]),
    bounces: (revision: number, pointIds: readonly string[]) => call('bounces', [revision, pointIds]),
    restart,
  }
}
