import { proxy, wrap } from 'comlink'
import type { StudioSet } from '#core/model/schema'
import type { ToneMap } from '#core/solve/explore'
import type { Vector } from '#core/physics/units/vector'
import type { EvenPlaces, LadderRung, Proposals, Search, SearchWorker } from './search.worker'

/** Starts the worker that looks for what could be done; it has its own thread, so that the light on the set stays quick. */
export const startSearchWorker = () => {
  const remote = wrap<SearchWorker>(new Worker(new URL('./search.worker.ts', import.meta.url), { type: 'module' }))
  return {
    supersede: (question: number) => remote.supersede(question),
    propose: (question: number, set: StudioSet, search: Search, report: (answer: Proposals, share: number) => void) => remote.propose(question, set, search, proxy(report)),
    ladder: (question: number, set: StudioSet, search: Search, report: (rungs: LadderRung[], share: number) => void) => remote.ladder(question, set, search, proxy(report)),
    care: (question: number, set: StudioSet, search: Search, report: (share: number) => void) => remote.care(question, set, search, proxy(report)),
    even: (question: number, set: StudioSet, search: Search, over: EvenPlaces, read: Record<string, number>, report: (share: number) => void) => remote.even(question, set, search, over, read, proxy(report)),
    walk: (question: number, set: StudioSet, search: Search, from: Vector, to: Vector) => remote.walk(question, set, search, from, to),
    map: (question: number, set: StudioSet, search: Search, axes: readonly [string, string], report: (map: ToneMap, share: number) => void) => remote.map(question, set, search, axes, proxy(report)),
  }
}
