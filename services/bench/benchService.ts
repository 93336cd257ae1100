import type { ReadingRequest, ShootRequest } from '#core/bench/requests'
import { connect, type Asking, type Carrier } from '../rpc/connect'
import type { BenchApi, Shot } from './benchApi'

const startWorker = (): Carrier => new Worker(new URL('./bench.worker.ts', import.meta.url), { type: 'module' })

/** What is asked may hold watched objects, which no message can carry. */
const plain = <T>(request: T): T => JSON.parse(JSON.stringify(request)) as T

/** The bench for when no server answers: the same computation in a worker. */
export const benchService = (start: () => Carrier = startWorker) => {
  const { call } = connect<BenchApi>(start)
  return {
    reading: (request: ReadingRequest) => call('reading', [plain(request)]),
    shoot: (request: ShootRequest, asking: Asking<Shot>) => call('shoot', [plain(request)], asking),
  }
}
