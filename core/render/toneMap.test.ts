import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { SRGB_RESPONSE } from '../camera/response'
import { addLayers, deepToneMap, toneMapLight } from './toneMap'

const veil = [0.1, 0.2, 0] as const

describe('a picture of sixteen bits', () => {
  it('holds what the one of eight holds, 257 steps to each of its, and never falls where light rises', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 3, noNaN: true }), { minLength: 3, maxLength: 3 }),
        fc.double({ min: 0.1, max: 2, noNaN: true }),
        (light, gain) => {
          const some = Float32Array.from(light)
          const [deep, plain] = [
            deepToneMap(some, gain, veil, SRGB_RESPONSE),
            toneMapLight(some, gain, veil, SRGB_RESPONSE),
          ]
          deep.forEach((value, channel) => expectWithin(value / 257, plain[channel]!, 1.6))
          const more = deepToneMap(
            some.map(part => part * 1.01),
            gain,
            veil,
            SRGB_RESPONSE,
          )
          deep.forEach((value, channel) => expect(more[channel]).toBeGreaterThanOrEqual(value))
        },
      ),
    )
  })

  it('tells apart what eight bits cannot', () => {
    const near = [0.5, 0.5005].map(light => Float32Array.of(light, light, light))
    const [a, b] = near.map(light => toneMapLight(light, 1, [0, 0, 0], SRGB_RESPONSE)[0])
    expect(a).toBe(b)
    const [c, d] = near.map(light => deepToneMap(light, 1, [0, 0, 0], SRGB_RESPONSE)[0])
    expect(d).toBeGreaterThan(c!)
  })

  it('clips at white and at black', () => {
    expect([...deepToneMap(Float32Array.of(0, 9, 1), 1, [0, 0, 0], SRGB_RESPONSE)]).toEqual([0, 65_535, 65_535])
  })
})

describe('layers of light', () => {
  it('sum to what they sum to one by one, however many there are, anew or on top', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            layer: fc.float32Array({ minLength: 6, maxLength: 6, min: 0, max: 4, noNaN: true }),
            weight: fc.double({ min: -2, max: 8, noNaN: true }),
          }),
          { maxLength: 11 },
        ),
        fc.boolean(),
        (layers, isAnew) => {
          const sum = Float32Array.of(1, 2, 3, 4, 5, 6)
          const expected = Array.from(sum, (before, at) =>
            layers.reduce((total, { layer, weight }) => total + layer[at]! * weight, isAnew ? 0 : before),
          )
          addLayers(sum, layers, isAnew)
          sum.forEach((value, at) => expectWithin(value, expected[at]!, 1e-4))
        },
      ),
    )
  })
})
