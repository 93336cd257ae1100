import { afterEach, describe, expect, it } from 'vitest'
import { demoSet } from '#core/edits/demo'
import { genericKit } from '#core/kit/genericKit'
import { eventually } from '#support/eventually'
import { portCarriers } from '#support/portCarrier'
import type { StudioSet } from '#core/model/schema'
import type { Job } from '../rpc/job'
import { isCalledOff } from '../rpc/latest'
import { reflection, type Mirrored } from '../rpc/mirror'
import type { LeanSet } from '../leanSet'
import type { AskedLook, JudgedLook } from './looksApi'
import { looksService } from './looksService'

const rest = (ms: number) => new Promise<void>(resolve => setTimeout(resolve, ms))
const asked = (count: number): AskedLook[] =>
  Array.from({ length: count }, (_, index) => ({
    lookId: `look-${index}`,
    learned: { lightStops: {}, bounceStops: 0 } as never,
  }))

/** A worker that judges nothing, and says of which set and look it was asked. */
let said: { worker: number; lookId: string; name: string }[] = []
let [now, most, workersMade] = [0, 0, 0]
const workers = portCarriers(() => {
  const sets = reflection<LeanSet>()
  const worker = workersMade++
  const work = async (job: Job<unknown>, lookId: string, name: string) => {
    most = Math.max(most, ++now)
    await rest(2)
    now -= 1
    said.push({ worker, lookId, name })
    job.report({ lookId })
    return !(await job.pause())
  }
  return {
    judge: (job: Job<JudgedLook>, message: Mirrored<LeanSet>, looks: readonly AskedLook[]) =>
      work(job, looks.map(({ lookId }) => lookId).join(), sets.take(message).name),
    setUps: (job: Job<never>, set: StudioSet, _kit: unknown, ids: readonly string[]) => work(job, ids.join(), set.name),
  }
})
afterEach(() => {
  workers.endAll()
  said = []
  ;[now, most, workersMade] = [0, 0, 0]
})

describe('looks judged by several workers', () => {
  it('are each judged once, by whoever is free, of the set as it stands', async () => {
    const service = looksService(workers.start, 3)
    const heard: string[] = []
    const report = ({ lookId }: JudgedLook) => heard.push(lookId)
    expect(await service.judge(demoSet(), asked(9), { report })).toBe(true)
    const ids = asked(9).map(({ lookId }) => lookId)
    expect(heard.toSorted()).toEqual(ids)
    expect(said.map(({ lookId }) => lookId).toSorted()).toEqual(ids)
    expect(new Set(said.map(({ worker }) => worker))).toEqual(new Set([0, 1, 2]))
    expect(most).toBe(3)
    said = []
    await service.judge({ ...demoSet(), name: 'Another', brief: { ...demoSet().brief, framing: 'half' } }, asked(3), {})
    expect(said.map(({ name }) => name)).toEqual(['Another', 'Another', 'Another'])
  })

  it('are judged one after another where there is one', async () => {
    await looksService(workers.start, 1).judge(demoSet(), asked(4), {})
    expect([most, workersMade]).toEqual([1, 1])
    expect(said.map(({ lookId }) => lookId)).toEqual(asked(4).map(({ lookId }) => lookId))
  })

  it('are called off together, and nothing is asked after that', async () => {
    const off = new AbortController()
    const answer = looksService(workers.start, 2).judge(demoSet(), asked(40), { signal: off.signal })
    await eventually(() => expect(said.length).toBeGreaterThan(3))
    off.abort()
    await expect(answer).rejects.toSatisfy(isCalledOff)
    const soFar = said.length
    await rest(30)
    expect(said.length).toBeLessThanOrEqual(soFar + 2)
  })

  it('take ready set-ups the same way, of a set without readings', async () => {
    const ids = ['a', 'b', 'c', 'd', 'e']
    expect(await looksService(workers.start, 2).setUps(demoSet(), genericKit(), ids, {})).toBe(true)
    expect(said.map(({ lookId }) => lookId).toSorted()).toEqual(ids)
    expect(most).toBe(2)
  })
})
