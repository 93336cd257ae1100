import { describe, expect, it } from 'vitest'
import { demoSet } from '../edits/demo'
import { placeThing } from '../edits/things'
import { applyChange } from './apply'
import type { Change } from './change'
import { changedIds } from './changedIds'

const place = { xM: 0.4, yM: 4, zM: 1.7 }
const CHANGES: Change[] = [
  { kind: 'place', id: 'key', place },
  { kind: 'shift', ids: ['backdrop-left', 'backdrop-right'], along: 'height', byM: 0.2 },
  { kind: 'distance-by', id: 'key', factor: 1.2 },
  { kind: 'aim-height', ids: ['backdrop-left'], byM: 0.2 },
  { kind: 'mirror', fromId: 'backdrop-left', toId: 'backdrop-right', lookId: 'white' },
  { kind: 'power', lookId: 'white', settings: { key: { on: true, powerStops: -3 } } },
  {
    kind: 'several',
    changes: [
      { kind: 'place', id: 'key', place },
      { kind: 'swing', id: 'backdrop-left', byDeg: 5 },
    ],
  },
]

describe('what a change is done to', () => {
  it.each(CHANGES)('is all that $kind alters of the lights, and nothing else', change => {
    // One light off the mirror image of the other, so that mirroring alters it.
    const set = placeThing(demoSet(), 'backdrop-left', { xM: -2, yM: 1.8, zM: 1.7 })
    const after = applyChange(set, change)
    const altered = set.lights
      .filter(light => {
        const now = after.lights.find(({ id }) => id === light.id)
        const isTurned = set.looks.some(
          (look, at) => JSON.stringify(look.lights[light.id]) !== JSON.stringify(after.looks[at]!.lights[light.id]),
        )
        return JSON.stringify(now) !== JSON.stringify(light) || isTurned
      })
      .map(({ id }) => id)
    expect(altered.length).toBeGreaterThan(0)
    // A mirror image also names the light that it is taken from.
    const patterns = change.kind === 'mirror' ? [change.fromId] : []
    expect([...new Set(changedIds(change))].toSorted()).toEqual([...altered, ...patterns].toSorted())
  })

  it('is nothing that stands where things are only brought', () => {
    expect(changedIds({ kind: 'stand', what: 'curtains' })).toEqual([])
    expect(changedIds({ kind: 'add-lights', what: 'edge', lookId: 'white' })).toEqual([])
  })
})
