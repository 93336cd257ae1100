import sharp, { type JpegOptions } from 'sharp'
import { describe, expect, it } from 'vitest'
import { inspectFile } from './inspectFile'
import { isWholeJpeg } from './jpegScan'

const WIDTH = 301
const HEIGHT = 203
/** A picture with noise, edges and a flat half, so that blocks are long and short. */
const pixels = Uint8Array.from({ length: WIDTH * HEIGHT * 3 }, (_, index) => {
  const [x, y] = [Math.floor(index / 3) % WIDTH, Math.floor(index / 3 / WIDTH)]
  return y > 120 ? 250 : (x * 7 + y * 3 + ((index * 2654435761) >>> 24) / 4) % 256
})
const made = async (options: JpegOptions, grey = false) => {
  const picture = sharp(pixels, { raw: { width: WIDTH, height: HEIGHT, channels: 3 } })
  return new Uint8Array(await (grey ? picture.greyscale() : picture).jpeg(options).toBuffer())
}
/** The first share of a file, closed as if it were whole. */
const cut = (bytes: Uint8Array, share: number) => {
  const kept = bytes.subarray(0, Math.floor(bytes.length * share))
  // A cut between a marker's two bytes would leave another marker behind.
  const end = kept.at(-1) === 0xff ? kept.length - 1 : kept.length
  return new Uint8Array([...kept.subarray(0, end), 0xff, 0xd9])
}

describe('a JPEG', () => {
  const kinds: [string, JpegOptions, boolean?][] = [
    ['plain', {}],
    ['of full colour', { chromaSubsampling: '4:4:4' }],
    ['fine', { quality: 100 }],
    ['coarse', { quality: 20 }],
    ['with tables of its own', { optimiseCoding: true }],
    ['grey', {}, true],
    ['progressive', { progressive: true }],
    ['progressive, grey', { progressive: true }, true],
  ]
  it.each(kinds)('that is whole is known to be: %s', async (_, options, grey) => {
    expect(isWholeJpeg(await made(options, grey))).toBe(true)
  })

  it.each(kinds)('that was cut and closed again is told: %s', async (_, options, grey) => {
    const whole = await made(options, grey)
    // Of a progressive file the last scan may be cut unnoticed: it brings the last bit of the finest detail.
    for (const share of options.progressive ? [0.3, 0.5] : [0.5, 0.7, 0.85]) {
      const half = cut(whole, share)
      expect(inspectFile(half).ok, 'its head is well').toBe(true)
      expect(isWholeJpeg(half), `${share}`).toBe(false)
    }
  })

  it('may have bytes of filling before its markers, and a whole interval between restarts', async () => {
    const whole = await made({})
    // ITU-T T.81, B.1.1.2: any marker may have bytes FF before it. The second is at byte 2.
    const filled = new Uint8Array([...whole.subarray(0, 2), 0xff, 0xff, 0xff, ...whole.subarray(2)])
    expect(isWholeJpeg(filled)).toBe(true)
    expect(isWholeJpeg(cut(filled, 0.6))).toBe(false)
    // What is built in another way is not judged.
    expect(isWholeJpeg(new Uint8Array([0xff, 0xd8, 1, 2, 3, 4, 5, 6]))).toBe(true)
  })
})
