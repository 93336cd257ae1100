import { proxy, wrap } from 'comlink'
import type { StudioSet } from '#core/model/schema'
import type { Exactness, LightWorker } from './light.worker'

/** Starts the worker that carries the light. Plain functions come back: a bare proxy would answer to any name, a framework's own too. */
export const startLightWorker = () => {
  const remote = wrap<LightWorker>(new Worker(new URL('./light.worker.ts', import.meta.url), { type: 'module' }))
  return {
    supersede: (...question: Parameters<LightWorker['supersede']>) => remote.supersede(...question),
    solve: (revision: number, set: StudioSet, exactness: Exactness, report: (share: number) => void) => remote.solve(revision, set, exactness, proxy(report)),
    warm: (...question: Parameters<LightWorker['warm']>) => remote.warm(...question),
    light: (...question: Parameters<LightWorker['light']>) => remote.light(...question),
    develop: (...question: Parameters<LightWorker['develop']>) => remote.develop(...question),
    evenness: (...question: Parameters<LightWorker['evenness']>) => remote.evenness(...question),
    map: (...question: Parameters<LightWorker['map']>) => remote.map(...question),
    probe: (...question: Parameters<LightWorker['probe']>) => remote.probe(...question),
    settle: (set: StudioSet) => remote.settle(set),
    bounces: (...question: Parameters<LightWorker['bounces']>) => remote.bounces(...question),
  }
}
