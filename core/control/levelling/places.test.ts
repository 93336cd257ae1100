import { describe, expect, it } from 'vitest'
import { rigSet } from '#support/rigSet'
import { placesToMeter } from './places'
import { changeAreas, changeGrid } from '../../edits/edits'
import type { AreaTarget, StudioSet } from '../../model/schema'

const idsOf = (set: StudioSet, by: 'meter' | 'camera') => placesToMeter(set, set.looks[0]!, by).map(({ id }) => id)
const TARGETS = Object.keys(rigSet().looks[0]!.targets)
const wanting = (area: AreaTarget) => changeAreas(rigSet(), rigSet().looks[0]!.id, [area])

describe('where a meter is held in a round', () => {
  it('is every target, and by camera those alone that are not on the backdrop', () => {
    expect(idsOf(rigSet(), 'meter').sort()).toEqual([...TARGETS].sort())
    expect(idsOf(rigSet(), 'camera')).toEqual(['subject/key-side'])
  })

  it('is over the backdrop too where an area of it is wanted, in the look’s own grid where it has one', () => {
    const even = wanting({ kind: 'even', withinStops: 0.3 })
    expect(idsOf(even, 'meter')).toHaveLength(TARGETS.length + 15)
    expect(idsOf(even, 'camera')).toEqual(['subject/key-side'])
    const gridded = changeGrid(even, even.looks[0]!.id, { over: 'backdrop', places: 'nine', free: [] })
    const own = idsOf(gridded, 'meter').filter(id => !TARGETS.includes(id))
    expect(own).toHaveLength(9)
    expect(own.every(id => id.startsWith('grid/backdrop/'))).toBe(true)
  })

  it('is behind the head where light round it is limited, whoever reads', () => {
    const wrap = wanting({ kind: 'wrap', mostStops: -1 })
    for (const by of ['meter', 'camera'] as const) expect(idsOf(wrap, by)).toContain('spill/back-of-head')
  })
})
