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
})
