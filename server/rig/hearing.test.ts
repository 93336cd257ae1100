import { describe, expect, it } from 'vitest'
import { makeHearing } from './hearing'
import { packetsOf, type Levels } from './packet'

const source = (number: number) => Buffer.alloc(16, number)
const packet = (changes: Partial<Levels> & { at?: number; level?: number } = {}) => {
  const { at = 1, level = 255, ...rest } = changes
  const slots = new Uint8Array(512)
  slots[at - 1] = level
  const levels: Levels = {
    universe: 1,
    slots,
    sequence: 0,
    priority: 100,
    cid: source(1),
    sourceName: 'one',
    isTerminated: false,
    ...rest,
  }
  return packetsOf(levels)(levels)
}
const slotsOf = (hearing: ReturnType<typeof makeHearing>, nowMs: number) => hearing.heard(nowMs)[0]?.slots

describe('hearing', () => {
  it('takes the source of the highest priority, and the next when that falls silent', () => {
    const hearing = makeHearing()
    hearing.take(packet({ level: 40, priority: 200, cid: source(2) }), 'b', 0)
    hearing.take(packet({ level: 90 }), 'a', 1000)
    expect(slotsOf(hearing, 1000)![0]).toBe(40)
    expect(hearing.heard(1000)[0]!.isContested).toBe(false)
    expect(slotsOf(hearing, 2501)![0]).toBe(90)
    expect(hearing.heard(4000)).toEqual([])
  })

  it('takes the higher level of two sources of one priority, slot by slot, and says that they contend', () => {
    const hearing = makeHearing()
    hearing.take(packet({ at: 1, level: 40 }), 'a', 0)
    hearing.take(packet({ at: 2, level: 90, cid: source(2) }), 'b', 0)
    const [heard] = hearing.heard(0)
    expect([heard!.slots[0], heard!.slots[1], heard!.isContested]).toEqual([40, 90, true])
  })

  it('throws away what comes late or twice, and takes a counter that turns over or starts anew', () => {
    const hearing = makeHearing()
    const take = (sequence: number, level: number) => hearing.take(packet({ sequence, level }), 'a', 0)
    take(254, 10)
    take(0, 20)
    expect(slotsOf(hearing, 0)![0]).toBe(20)
    take(255, 30)
    take(0, 30)
    take(237, 30)
    expect(slotsOf(hearing, 0)![0]).toBe(20)
    expect(hearing.refused.late).toBe(3)
    // More than twenty behind is a source that began again (6.7.2).
    take(230, 50)
    expect(slotsOf(hearing, 0)![0]).toBe(50)
  })

  it('lets a source go that says goodbye', () => {
    const hearing = makeHearing()
    hearing.take(packet(), 'a', 0)
    hearing.take(packet({ sequence: 1, isTerminated: true }), 'a', 1)
    expect(hearing.heard(1)).toEqual([])
  })

  it('is not filled up by a flood of made-up sources and universes', () => {
    const hearing = makeHearing()
    for (let number = 0; number < 30; number++) hearing.take(packet({ cid: source(number) }), 'a', 0)
    for (let universe = 1; universe < 2000; universe++) hearing.take(packet({ universe }), 'a', 0)
    expect(hearing.heard(0)).toHaveLength(128)
    expect(hearing.heard(0)[0]!.sources).toHaveLength(8)
    // When the flood is over there is room again.
    hearing.take(packet({ universe: 5000 }), 'a', 3000)
    expect(hearing.heard(3000).map(({ universe }) => universe)).toEqual([5000])
  })
})
