import type { CameraSetting, StudioSet } from '#core/model/schema'
import type { Learned } from '#core/calibration/calibration'
import type { LookForSitters } from '#core/solve/forSitters'
import type { AxisId } from '#core/solve/axes'
import type { ToneMap } from '#core/solve/explore'
import type { Way } from '#core/solve/walks'
import { leanOf, type LeanSet } from '../leanSet'
import { connect, type Asking, type Carrier } from '../rpc/connect'
import { mirror } from '../rpc/mirror'
import type { Found } from './found'
import type { MatchSearch, MatchWays } from './matchJob'
import type {
  EvenQuestion,
  FittedJob,
  JobSearch,
  JointSearch,
  PlacedFront,
  Proposals,
  Search,
  SearchApi,
  SweptTone,
} from './searchApi'

const startWorker = (): Carrier => new Worker(new URL('./search.worker.ts', import.meta.url), { type: 'module' })

/** The service that looks for what could be done; it has its own thread, so that the light on the set stays quick. */
export const searchService = (start: () => Carrier = startWorker) => {
  const { call, generation } = connect<SearchApi>(start)
  const sets = mirror<LeanSet>(generation)
  const sent = (set: StudioSet) => sets.send(leanOf(set))
  return {
    propose: (set: StudioSet, search: Search, asking: Asking<Found<Proposals>>) =>
      call('propose', [sent(set), search], asking),
    toneSweep: (set: StudioSet, search: Search, asking: Asking<Found<SweptTone[]>>) =>
      call('toneSweep', [sent(set), search], asking),
    sensitivity: (set: StudioSet, search: Search, asking: Asking<number>) =>
      call('sensitivity', [sent(set), search], asking),
    map: (set: StudioSet, search: Search, axes: readonly [AxisId, AxisId], asking: Asking<Found<ToneMap>>) =>
      call('map', [sent(set), search, axes], asking),
    even: (set: StudioSet, search: Search, over: EvenQuestion, asking: Asking<number>) =>
      call('even', [sent(set), search, over], asking),
    placeForAll: (set: StudioSet, search: JointSearch, asking: Asking<Found<PlacedFront>>) =>
      call('placeForAll', [sent(set), search], asking),
    forSitters: (set: StudioSet, learned: Readonly<Record<string, Learned>>, asking: Asking<Found<LookForSitters[]>>) =>
      call('forSitters', [sent(set), learned], asking),
    forJob: (set: StudioSet, search: JobSearch, asking: Asking<Found<FittedJob[]>>) =>
      call('forJob', [sent(set), search], asking),
    walks: (set: StudioSet, learned: Readonly<Record<string, Learned>>, way: Way, asking: Asking<number>) =>
      call('walks', [sent(set), learned, way], asking),
    designRepeat: (
      set: StudioSet,
      camera: CameraSetting,
      { learned, readings }: { learned: Learned; readings: StudioSet['readings'] },
      asking: Asking<number>,
    ) => call('designRepeat', [sent(set), camera, { learned, readings }], asking),
    match: (room: StudioSet, search: MatchSearch, asking: Asking<Found<MatchWays>>) =>
      call('match', [sent(room), search], asking),
    flatterWalks: (set: StudioSet, learned: Readonly<Record<string, Learned>>, way: Way, asking: Asking<number>) =>
      call('flatterWalks', [sent(set), learned, way], asking),
  }
}
