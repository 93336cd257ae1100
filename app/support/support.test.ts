import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { base64FromBytes, bytesFromBase64 } from './base64'
import { withClipTexture } from './clipTexture'

describe('the picture', () => {
  it('survives base64', () => {
    const bytes = Uint8Array.from({ length: 70_000 }, (_, index) => (index * 7) % 256)
    expect(bytesFromBase64(base64FromBytes(bytes))).toEqual(bytes)
  })

  it('marks only what clips or is crushed', () => {
    const tones = [255, 128, 0].map(tone => withClipTexture(new Uint8ClampedArray(64 * 64 * 4).fill(tone), 64))
    expect(tones.map((data, index) => data.some(value => value !== [255, 128, 0][index]))).toEqual([true, false, true])
  })

  it('marks dots in every seventh row, two of eight and staggered, and dashes three rows high in every seventh column', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 40 }),
        fc.integer({ min: 1, max: 30 }),
        fc.integer(),
        (width, height, seed) => {
          const tone = (at: number) => [255, 255, 254, 0, 1, 2][Math.abs(Math.imul(at + 1, seed | 1) >> 7) % 6]!
          const data = Uint8ClampedArray.from({ length: width * height * 4 }, (_, at) =>
            at % 4 === 3 ? 255 : tone(at >> 2),
          )
          const marked = withClipTexture(data, width)
          for (let at = 0; at < width * height; at++) {
            const [x, row] = [at % width, Math.floor(at / width)]
            const isDot = row % 7 === 0 && (x + (row % 14 === 7 ? 4 : 0)) % 8 < 2
            const isDash = x % 7 === 0 && row % 7 < 3
            const own = data[at * 4]!
            const mark = own === 255 ? isDot && 150 : own <= 1 && isDash && 80
            const expected = mark || own
            expect([...marked.subarray(at * 4, at * 4 + 4)]).toEqual([expected, expected, expected, 255])
          }
        },
      ),
      { numRuns: 40 },
    )
  })
})
