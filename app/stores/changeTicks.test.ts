import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { useChangeTicks } from './changeTicks'
import { lookStepKey, type LookStep } from '#core/looks/between'

const turned = (stops: number): string => {
  const step: LookStep = {
    kind: 'power',
    id: 'key',
    from: { on: true, powerStops: 0 },
    to: { on: true, powerStops: stops },
  }
  return lookStepKey(step)
}
const mark = { setId: 'studio', from: 'white', to: 'grey', step: turned(-1) }

describe('what was ticked off of a change', () => {
  beforeEach(() => setActivePinia(createPinia()))

  it('is that step of that change of that set, and no other', () => {
    const ticks = useChangeTicks()
    ticks.set(mark, true)
    expect(ticks.isDone(mark)).toBe(true)
    // Looks of other sets go by the same ids.
    const others = [{ setId: 'other' }, { from: 'black' }, { to: 'black' }, { step: turned(-2) }]
    for (const other of others) expect(ticks.isDone({ ...mark, ...other })).toBe(false)
    ticks.set(mark, false)
    expect(ticks.isDone(mark)).toBe(false)
  })
})
