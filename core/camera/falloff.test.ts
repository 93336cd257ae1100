import { describe, expect, it } from 'vitest'
import { plainReduced } from '#support/plainReduced'
import { expectWithin } from '#support/tolerance'
import { frameLight } from '../imaging/picture/frameLight'
import type { Reduced } from '../imaging/picture/downsample'
import { unevenness } from '../testFrames/reading/unevenness'
import { demoSet } from '../edits/demo'
import { SRGB_RESPONSE } from './response'
import { falloffOf, fieldFrom } from './falloff'

const camera = { ...demoSet().camera, lens: { focalLengthMm: 50 } }
const [width, height] = [96, 144]

/** An even grey seen through a lens that takes the fourth power of the cosine, and a little more wide open. */
const seen = (more: number): Reduced => {
  const linear = new Float32Array(width * height * 3)
  for (let at = 0; at < width * height; at++) {
    const [x, y] = [(((at % width) + 0.5) / width - 0.5) * 24, ((Math.floor(at / width) + 0.5) / height - 0.5) * 36]
    const cosine = 50 / Math.hypot(50, x, y)
    linear.fill(0.4 * cosine ** 4 * (1 - more * (1 - cosine)), at * 3, at * 3 + 3)
  }
  return plainReduced(width, height, linear)
}
const all = new Uint8Array(width * height).fill(1)
const spread = (picture: Reduced, falloff?: ReturnType<typeof falloffOf>) =>
  unevenness(frameLight(picture, SRGB_RESPONSE, 0, falloff), all)!.spreadStops

describe('the fall-off of a lens', () => {
  // Closed form: the corner of 24 x 36 mm lies 21.63 mm from the middle; at 50 mm cos^4 there is (50 / 54.48)^4 =
  // 0.7096, half a stop.
  it('is half a stop in the corners at 50 mm by the cosine to the fourth', () => {
    const model = falloffOf({ ...camera, falloff: { use: 'model', fields: [] } }, { fNumber: 5.6 })
    expectWithin(model.cornerStops, -Math.log2((50 / Math.hypot(50, 12, 18)) ** 4), 1e-9)
    expectWithin(model.cornerStops, 0.495, 0.005)
    expect(model.kind).toBe('model')
  })

  it('is taken out before evenness is read, by the model or better by a flat field', () => {
    const bare = spread(seen(0))
    expect(bare).toBeGreaterThan(0.3)
    expect(
      spread(seen(0), falloffOf({ ...camera, falloff: { use: 'model', fields: [] } }, { fNumber: 8 })),
    ).toBeLessThan(0.02)
    const open = seen(1.5)
    const field = fieldFrom(frameLight(open, SRGB_RESPONSE, 0), camera, 2.8)
    const measured = falloffOf({ ...camera, falloff: { use: 'measured', fields: [field] } }, { fNumber: 2.8 })
    expect(measured.kind).toBe('measured')
    expect(spread(open, measured)).toBeLessThan(0.06)
    expect(
      spread(open, falloffOf({ ...camera, falloff: { use: 'model', fields: [] } }, { fNumber: 2.8 })),
    ).toBeGreaterThan(0.1)
  })

  it('falls back on the model where no flat field of the lens at the aperture was taken, and says so', () => {
    const field = fieldFrom(frameLight(seen(1), SRGB_RESPONSE, 0), camera, 2.8)
    const use = { use: 'measured' as const, fields: [field] }
    expect(falloffOf({ ...camera, falloff: use }, { fNumber: 8 }).kind).toBe('model')
    expect(falloffOf({ ...camera, lens: { focalLengthMm: 85 }, falloff: use }, { fNumber: 2.8 }).kind).toBe('model')
    expect(falloffOf({ ...camera, falloff: { use: 'none', fields: [field] } }, { fNumber: 2.8 }).cornerStops).toBe(0)
  })
})
