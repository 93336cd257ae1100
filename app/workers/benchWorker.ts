import { proxy, wrap } from 'comlink'
import type { ReadingRequest, ShootRequest } from '#core/bench/requests'
import type { BenchWorker } from './bench.worker'

let remote: ReturnType<typeof start> | undefined

const start = () => {
  const worker = wrap<BenchWorker>(new Worker(new URL('./bench.worker.ts', import.meta.url), { type: 'module' }))
  return {
    // A plain copy: what is asked may hold watched objects, which no message can carry.
    reading: (request: ReadingRequest) => worker.reading(JSON.parse(JSON.stringify(request)) as ReadingRequest),
    shoot: (request: ShootRequest, take: (bytes: Uint8Array<ArrayBuffer>, name: string, number: number, of: number) => Promise<unknown>) => worker.shoot(JSON.parse(JSON.stringify(request)) as ShootRequest, proxy(take)),
  }
}

/** The bench for when no server answers: the same computation in a worker, begun when it is first asked. */
export const benchWorker = () => remote ??= start()
