import { afterEach, describe, expect, it } from 'vitest'
import { eventually } from '#support/eventually'
import { transfer } from 'comlink'
import { portCarriers } from '#support/portCarrier'
import { connect, ServiceEnded } from './connect'
import type { Job } from './job'
import { isCalledOff, newest } from './latest'
import { mirror, reflection, type Mirrored } from './mirror'

const wait = (ms = 0) => new Promise<void>(resolve => setTimeout(resolve, ms))

const api = {
  add: (_job: Job, a: number, b: number) => a + b,
  fail: (_job: Job) => {
    throw new RangeError('no such thing')
  },
  /** Counts up, a report at each step, until it is at the end or nobody wants it. */
  count: async (job: Job<number>, to: number) => {
    for (let at = 0; at < to; at++) {
      job.report(at)
      await wait(2)
      if (await job.pause()) {
        seen.push(`stopped at ${at}`)
        return at
      }
    }
    seen.push('counted')
    return to
  },
  never: () => new Promise<void>(() => {}),
  /** Hands a buffer over instead of copying it. */
  give: (_job: Job, bytes: number) => {
    const data = new Uint8Array(bytes).fill(7)
    return transfer(data, [data.buffer])
  },
}
let seen: string[] = []

const workers = portCarriers(() => api)
const { started } = workers
const open = () => connect<typeof api>(workers.start)

afterEach(() => {
  workers.endAll()
  seen = []
})

describe('a service', () => {
  it('answers, and starts its worker once', async () => {
    const service = open()
    expect(started).toHaveLength(0)
    expect(await Promise.all([service.call('add', [1, 2]), service.call('add', [3, 4])])).toEqual([3, 7])
    expect(started).toHaveLength(1)
  })

  it('hands on what the work threw, and goes on', async () => {
    const service = open()
    await expect(service.call('fail', [])).rejects.toThrow('no such thing')
    expect(await service.call('add', [1, 1])).toBe(2)
    expect(service.generation()).toBe(1)
  })

  it('tells how far it is, in order', async () => {
    const heard: number[] = []
    expect(await open().call('count', [4], { report: at => heard.push(at) })).toBe(4)
    expect(heard).toEqual([0, 1, 2, 3])
  })

  it('calls work off at once: its promise is rejected, the work stops, and nothing late comes in', async () => {
    const service = open()
    const off = new AbortController()
    const heard: number[] = []
    const asked = service.call('count', [1000], { signal: off.signal, report: at => heard.push(at) })
    await eventually(() => expect(heard.length).toBeGreaterThan(2))
    off.abort()
    const soFar = heard.length
    await expect(asked).rejects.toSatisfy(isCalledOff)
    await eventually(() => expect(seen[0]).toMatch(/^stopped at \d+$/))
    expect(heard).toHaveLength(soFar)
    expect(await service.call('add', [2, 2])).toBe(4)
  })

  it('asks nothing for who called off before', async () => {
    await expect(open().call('add', [1, 2], { signal: AbortSignal.abort() })).rejects.toSatisfy(isCalledOff)
    expect(started).toHaveLength(0)
  })

  it('rejects all that waits when its worker dies, says why, and starts another for the next question', async () => {
    const service = open()
    await service.call('add', [0, 0])
    const waiting = [service.call('never', []), service.call('count', [1000])]
    started[0]!.die('out of memory')
    for (const one of waiting) {
      await expect(one).rejects.toBeInstanceOf(ServiceEnded)
      await expect(one).rejects.toThrow('It broke down: out of memory.')
    }
    expect(await service.call('add', [5, 5])).toBe(10)
    expect([started.length, service.generation()]).toEqual([2, 2])
  })

  it('says so where the browser starts no worker, to each who asks', async () => {
    const service = connect<{ any: (job: Job) => Promise<number> }>(() => {
      throw new TypeError('Module scripts are not supported')
    })
    for (let turn = 0; turn < 2; turn++)
      await expect(service.call('any', [])).rejects.toThrow(/does not start what works in the background: Module/)
  })

  it('can be ended under work that does not look up', async () => {
    const service = open()
    const asked = service.call('never', [])
    service.restart('a newer question came')
    await expect(asked).rejects.toThrow('a newer question came')
    expect(await service.call('add', [1, 2])).toBe(3)
  })

  it('hands buffers over', async () => {
    const given = await open().call('give', [64])
    expect([given.length, given[63]]).toEqual([64, 7])
  })
})

describe('the newest question', () => {
  it('calls off the one before it', async () => {
    const service = open()
    const { next } = newest()
    const first = service.call('count', [1000], { signal: next() })
    const second = service.call('count', [3], { signal: next() })
    await expect(first).rejects.toSatisfy(isCalledOff)
    expect(await second).toBe(3)
  })
})

describe('a value that a worker holds a copy of', () => {
  type Value = { list: { id: string; at: number }[]; name: string }
  const first: Value = {
    list: Array.from({ length: 200 }, (_, index) => ({ id: `thing-${index}`, at: index })),
    name: 'first',
  }
  const moved: Value = { ...first, list: first.list.map((one, index) => (index === 3 ? { ...one, at: 3.5 } : one)) }

  it('is the same at both ends after every step, and only what changed is sent', () => {
    const [from, to] = [mirror<Value>(() => 1), reflection<Value>()]
    const carried = (message: Mirrored<Value>) => structuredClone(message)
    expect(to.take(carried(from.send(first)))).toEqual(first)
    const step = from.send(moved)
    expect(JSON.stringify(step).length).toBeLessThan(JSON.stringify(first).length / 50)
    expect(to.take(carried(step))).toEqual(moved)
    expect(to.take(carried(from.send(moved)))).toEqual(moved)
    expect(to.take(carried(from.send({ ...moved, list: [] })))).toEqual({ ...moved, list: [] })
  })

  it('is sent whole to a worker that was started since', () => {
    let generation = 1
    const from = mirror<Value>(() => generation)
    from.send(first)
    generation = 2
    expect(from.send(moved)).toHaveProperty('whole')
    expect(() => reflection<Value>().take({ number: 3, since: 2, patch: [] })).toThrow('did not arrive')
  })
})
