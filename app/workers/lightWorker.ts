import { wrap } from 'comlink'
import type { LightWorker } from './light.worker'

/** Starts the worker that carries the light. Plain functions come back: a bare proxy would answer to any name, a framework's own too. */
export const startLightWorker = () => {
  const remote = wrap<LightWorker>(new Worker(new URL('./light.worker.ts', import.meta.url), { type: 'module' }))
  return {
    supersede: (...question: Parameters<LightWorker['supersede']>) => remote.supersede(...question),
    solve: (...question: Parameters<LightWorker['solve']>) => remote.solve(...question),
    lightFrame: (...question: Parameters<LightWorker['lightFrame']>) => remote.lightFrame(...question),
    develop: (...question: Parameters<LightWorker['develop']>) => remote.develop(...question),
    readPicture: (...question: Parameters<LightWorker['readPicture']>) => remote.readPicture(...question),
  }
}
