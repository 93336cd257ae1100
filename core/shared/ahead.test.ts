import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ahead } from './ahead'

const rest = (ms: number) => new Promise<void>(resolve => setTimeout(resolve, ms))
/** Hands out numbers, and remembers whether all before were taken. */
const counting = (to: number) => {
  const taken: boolean[] = []
  let next = 0
  return {
    taken,
    fetch: (isAllTaken: boolean) => {
      if (next === to) return undefined
      taken.push(isAllTaken)
      return next++
    },
  }
}
const all = async <T>(from: AsyncIterable<T>): Promise<T[]> => {
  const list: T[] = []
  for await (const one of from) list.push(one)
  return list
}

describe('parts done ahead', () => {
  it('come in their order, however many work and however long each takes', () =>
    fc.assert(
      fc.asyncProperty(
        fc.integer({ min: 1, max: 4 }),
        fc.array(fc.integer({ min: 0, max: 3 }), { maxLength: 12 }),
        async (hands, waits) => {
          const done: number[] = []
          const work = async (part: number) => {
            await rest(waits[part]!)
            done.push(part)
            return part * part
          }
          const found = await all(
            ahead(
              counting(waits.length).fetch,
              Array.from({ length: hands }, () => work),
            ),
          )
          expect(found).toEqual(waits.map((_, part) => ({ part, answer: part * part })))
          expect(done).toHaveLength(waits.length)
        },
      ),
      { numRuns: 25 },
    ))

  it('are done by all at once, each by one, and no more ahead than two for each', async () => {
    let [now, most, started] = [0, 0, 0]
    const work = async () => {
      started += 1
      most = Math.max(most, ++now)
      await rest(1)
      now -= 1
    }
    const { fetch, taken } = counting(20)
    const answers = ahead(fetch, [work, work, work])
    await answers.next()
    await rest(40)
    // One was taken; six wait.
    expect(started).toBeLessThanOrEqual(7)
    await all(answers)
    expect([most, started]).toEqual([3, 20])
    expect(taken[0]).toBe(true)
    expect(taken).toContain(false)
  })

  it('by one are fetched when all before were taken, and none ahead', async () => {
    const { fetch, taken } = counting(5)
    const answers = ahead(fetch, [(part: number) => Promise.resolve(part)])
    await answers.next()
    await rest(5)
    expect(taken).toHaveLength(1)
    await all(answers)
    expect(taken).toEqual([true, true, true, true, true])
  })

  it('are called off when nobody takes them any more', async () => {
    const signals: AbortSignal[] = []
    const work = async (part: number, signal: AbortSignal) => {
      signals.push(signal)
      await rest(1)
      return part
    }
    for await (const { part } of ahead(counting(50).fetch, [work, work])) if (part === 2) break
    const started = signals.length
    expect(signals.every(({ aborted }) => aborted)).toBe(true)
    await rest(20)
    expect(signals).toHaveLength(started)
  })

  it('throw what their work threw, when their turn comes, and call off the rest', async () => {
    const seen: AbortSignal[] = []
    const work = async (part: number, signal: AbortSignal) => {
      seen.push(signal)
      if (part === 1) throw new RangeError('no such part')
      await rest(2)
      return part
    }
    const taken: number[] = []
    await expect(
      (async () => {
        for await (const { part } of ahead(counting(9).fetch, [work, work])) taken.push(part)
      })(),
    ).rejects.toThrow('no such part')
    expect(taken).toEqual([0])
    expect(seen.at(-1)!.aborted).toBe(true)
  })

  it('are fetched again once an answer was taken, where there was none for a while', async () => {
    const line = [1, 2]
    let isOpen = false
    const fetch = (isAllTaken: boolean) => {
      if (line.length === 1 && !isOpen && !isAllTaken) return undefined
      return line.shift()
    }
    const work = (part: number) => Promise.resolve(part)
    const found: number[] = []
    for await (const { answer } of ahead(fetch, [work, work])) {
      found.push(answer)
      isOpen = true
    }
    expect(found).toEqual([1, 2])
  })
})
