import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { lightAt, partsAt, shareAt, totalOf } from './exposureAt'
import type { LightLayer } from './lightLayer'

const layer = (lightId: string, direct: [number, number, number], bounced: [number, number, number]): LightLayer => ({
  lightId,
  shares: { nose: { direct, bounced } },
})
const LAYERS = [
  layer('key', [1, 2, 3], [0.1, 0.2, 0.3]),
  layer('edge', [10, 0, 0], [0, 5, 0]),
  layer('off', [100, 100, 100], [100, 100, 100]),
]
const WEIGHTS = { key: { direct: 2, bounced: 4 }, edge: { direct: 0.5, bounced: 1 } }
/** ITU-R BT.709. */
const luminance = ([red, green, blue]: readonly [number, number, number]) =>
  0.2126 * red + 0.7152 * green + 0.0722 * blue

describe('light at a place', () => {
  it('is each light times what its power makes of it, straight and bounced apart; what has no weight is off', () => {
    const parts = partsAt(LAYERS, 'nose', WEIGHTS)
    expect(parts.map(({ lightId }) => lightId)).toEqual(['key', 'edge'])
    expectWithin(parts[0]!.directLuxS, 2 * luminance([1, 2, 3]), 1e-12)
    expectWithin(parts[0]!.bouncedLuxS, 4 * luminance([0.1, 0.2, 0.3]), 1e-12)
    expectWithin(parts[1]!.directLuxS, 0.5 * luminance([10, 0, 0]), 1e-12)
    expectWithin(parts[1]!.bouncedLuxS, luminance([0, 5, 0]), 1e-12)
    const sum = lightAt(LAYERS, 'nose', WEIGHTS)
    ;[2 + 0.4 + 5, 4 + 0.8 + 5, 6 + 1.2].forEach((part, channel) => expectWithin(sum[channel]!, part, 1e-12))
    expectWithin(totalOf(parts), luminance(sum), 1e-12)
    expect([totalOf([]), lightAt(LAYERS, 'nose', {})]).toEqual([0, [0, 0, 0]])
  })

  it('is not darkness where it was not worked out', () => {
    expect(() => shareAt(LAYERS[0]!, 'chin')).toThrow('The light of key was not worked out at "chin".')
    expect(() => partsAt(LAYERS, 'chin', WEIGHTS)).toThrow(RangeError)
    expect(() => lightAt(LAYERS, 'chin', WEIGHTS)).toThrow(RangeError)
  })
})
