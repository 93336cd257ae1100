import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoSet } from './demo'
import { applyPatch, difference, inverted } from './patch'

/** Plain values as a set has them: no undefined. */
const plain = fc.letrec(tie => ({
  leaf: fc.oneof(fc.integer({ min: 0, max: 3 }), fc.constant(null), fc.boolean(), fc.constantFrom('a', 'b')),
  list: fc.array(tie('any'), { maxLength: 5 }),
  record: fc.dictionary(fc.constantFrom('a', 'b', 'c', 'constructor', '0'), tie('any'), {
    maxKeys: 4,
    noNullPrototype: true,
  }),
  any: fc.oneof({ maxDepth: 4 }, tie('leaf'), tie('list'), tie('record')),
})).record

describe('a patch', () => {
  it('turns one value into another, and its inverse turns it back', () => {
    fc.assert(
      fc.property(plain, plain, (before, after) => {
        const patch = difference(before, after)
        expect(applyPatch(before, patch)).toEqual(after)
        expect(applyPatch(after, inverted(patch))).toEqual(before)
      }),
      { numRuns: 2000 },
    )
  })

  it('survives being written down', () => {
    fc.assert(
      fc.property(plain, plain, (before, after) => {
        const patch = structuredClone(difference(before, after))
        expect(applyPatch(before, patch)).toEqual(after)
      }),
      { numRuns: 300 },
    )
  })

  it('is small where little changed, and leaves the rest the very same objects', () => {
    const before = demoSet()
    const after = structuredClone(before)
    after.lights[1]!.place.xM += 0.25
    const patch = difference(before, after)
    expect(patch).toEqual([
      { path: ['lights', 1, 'place', 'xM'], before: before.lights[1]!.place.xM, after: after.lights[1]!.place.xM },
    ])
    const made = applyPatch(before, patch)
    expect(made.lights[0]).toBe(before.lights[0])
    expect(made.room).toBe(before.room)
    expect(made.looks).toBe(before.looks)
  })

  it('of a thing put in or taken out names that thing alone', () => {
    const before = demoSet()
    const after = { ...before, lights: before.lights.filter((_, index) => index !== 1) }
    expect(difference(before, after)).toEqual([{ path: ['lights'], at: 1, removed: [before.lights[1]], inserted: [] }])
  })

  it('of equal values is empty, however they came to be', () => {
    expect(difference(demoSet(), structuredClone(demoSet()))).toEqual([])
  })
})
