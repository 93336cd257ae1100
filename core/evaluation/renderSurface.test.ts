import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { exposureGain } from '../camera/exposureGain'
import { responseOf } from '../camera/response'
import { demoSet } from '../edits/demo'
import type { LightLayer } from '../physics/transport/lightLayer'
import { clippedAlone, renderSurface, veilLight } from './renderSurface'

const { camera } = demoSet()
const white = responseOf(camera).linearFromValue(255)
const layer = (lightId: string, lens?: LightLayer['lens']): LightLayer => ({ lightId, shares: {}, lens })

describe('the veil of a lens', () => {
  it('is its glare index times what is in it, of the lights that are on', () => {
    const layers = [layer('a', [1, 2, 3]), layer('b', [10, 20, 30]), layer('off', [1000, 1000, 1000]), layer('unseen')]
    const weights = { a: { direct: 2, bounced: 5 }, b: { direct: 0.5, bounced: 9 }, unseen: { direct: 3, bounced: 3 } }
    const veil = veilLight(0.01, layers, weights as never)
    ;[0.07, 0.14, 0.21].forEach((sum, channel) => expectWithin(veil[channel]!, sum, 1e-12))
    expect(veilLight(0.01, layers, { off: { direct: 0 } } as never)).toEqual([0, 0, 0])
  })
})

describe('a surface in a picture', () => {
  const rendered = (light: [number, number, number], gain = 1, veil: [number, number, number] = [0, 0, 0]) =>
    // The speed that makes such a gain, so that light is counted in what the sensor holds.
    renderSurface({ camera }, [0.5, 0.25, 1], light, veil, {
      fNumber: 1,
      shutterS: 1,
      iso: gain / exposureGain({ iso: 1, fNumber: 1 }),
    })

  it('is its reflectance times the light, with the veil over it, through the gain', () => {
    const { linear } = rendered([1, 2, 0.5], 0.4, [0.1, 0.2, 0.3])
    ;[0.4 * (0.5 + 0.1), 0.4 * (0.5 + 0.2), 0.4 * (0.5 + 0.3)].forEach((part, channel) =>
      expectWithin(linear[channel]!, part, 1e-12),
    )
  })

  it('is past clipping by the stops that its channel is over what reads 255', () => {
    const { pastClipping } = rendered([2 * white, 4 * white, white / 4])
    ;[0, 0, -2].forEach((stops, channel) => expectWithin(pastClipping[channel]!, stops, 1e-9))
    const blue = rendered([0.1 * white, 0.1 * white, 4 * white])
    expectWithin(blue.pastClipping[2], 2, 1e-9)
    expect(clippedAlone(blue)).toEqual([{ channel: 'blue', stops: blue.pastClipping[2] }])
  })

  it('names the channels that clip alone, the furthest first; none where all do, or one does by a trace', () => {
    expect(clippedAlone(rendered([4 * white, 32 * white, 0.1])).map(({ channel }) => channel)).toEqual(['green', 'red'])
    expect(clippedAlone(rendered([8 * white, 16 * white, 4 * white]))).toEqual([])
    expect(clippedAlone(rendered([2 * white * 2 ** 0.01, 0.1, 0.1]))).toEqual([])
  })
})
