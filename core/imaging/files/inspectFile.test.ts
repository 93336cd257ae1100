import { deflateSync } from 'node:zlib'
import { decode } from 'fast-png'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { iccOf } from '#support/iccFile'
import { profileOf } from '../colour/colourProfile'
import { KNOWN_SPACES } from '../colour/knownSpaces'
import { reducer, type Reduced } from '../picture/downsample'
import { inspectFile } from './inspectFile'
import { pictureRefusedWords } from '#wording/refusals/pictures'

const WIDTH = 96
const HEIGHT = 64
/** Patches of many colours, 16 pixels square. */
const patches = Uint8Array.from({ length: WIDTH * HEIGHT * 3 }, (_, index) => {
  const pixel = Math.floor(index / 3)
  const patch = Math.floor(Math.floor(pixel / WIDTH) / 16) * 6 + Math.floor((pixel % WIDTH) / 16)
  return 20 + ((patch * 53 + (index % 3) * 97) % 220)
})
const picture = () => sharp(patches, { raw: { width: WIDTH, height: HEIGHT, channels: 3 } })
const told = async (making: Promise<Buffer>) => inspectFile(new Uint8Array(await making))
const refusal = (outcome: ReturnType<typeof inspectFile>) =>
  outcome.ok ? 'taken' : pictureRefusedWords(outcome.message)

describe('a picture file', () => {
  it.each([
    ['jpeg', () => picture().jpeg(), 8],
    ['jpeg', () => picture().jpeg({ progressive: true }), 8],
    ['png', () => picture().png(), 8],
    ['png', () => picture().toColourspace('rgb16').png(), 16],
    ['webp', () => picture().webp(), 8],
    ['webp', () => picture().webp({ lossless: true }), 8],
    ['tiff', () => picture().tiff({ compression: 'lzw' }), 8],
    [
      'tiff',
      () =>
        picture().toColourspace('rgb16').tiff({ compression: 'deflate', tile: true, tileWidth: 32, tileHeight: 32 }),
      16,
    ],
  ] as const)('says of itself what a general-purpose library says: %s', async (kind, make, depth) => {
    const bytes = await make().withIccProfile('p3').toBuffer()
    const outcome = inspectFile(new Uint8Array(bytes))
    const known = await sharp(bytes).metadata()
    expect(outcome).toMatchObject({ ok: true, value: { kind, depth, width: known.width, height: known.height } })
    expect(outcome.ok && outcome.value.icc && Buffer.from(outcome.value.icc)).toEqual(known.icc)
  })

  it('that is cut off anywhere is refused, and says what to do', async () => {
    for (const make of [picture().jpeg(), picture().png(), picture().webp(), picture().tiff()]) {
      const whole = new Uint8Array(await make.toBuffer())
      for (const share of [0.02, 0.3, 0.6, 0.95]) {
        expect(refusal(inspectFile(whole.subarray(0, Math.floor(share * whole.length)))), `${share}`).toMatch(
          /cut off.*Nothing was changed\..*again|not a picture/s,
        )
      }
    }
  })

  it('with a profile that unpacks to a thousand times its size is read without it', async () => {
    const png = new Uint8Array(await picture().png().toBuffer())
    const packed = deflateSync(Buffer.alloc(200_000_000))
    const data = Buffer.concat([Buffer.from('huge\0\0'), packed])
    const chunk = Buffer.alloc(12 + data.length)
    chunk.writeUInt32BE(data.length, 0)
    chunk.write('iCCP', 4)
    data.copy(chunk, 8)
    const header = 8 + 25
    const outcome = inspectFile(new Uint8Array(Buffer.concat([png.subarray(0, header), chunk, png.subarray(header)])))
    expect(outcome).toMatchObject({ ok: true, value: { kind: 'png', icc: null } })
  })

  it('in printing colours, moving, of another kind, too large or none at all is refused by name', async () => {
    expect(refusal(await told(picture().toColourspace('cmyk').jpeg().toBuffer()))).toMatch(/CMYK.*Export it in RGB/)
    expect(refusal(await told(picture().toColourspace('cmyk').tiff().toBuffer()))).toMatch(/CMYK/)
    const two = Buffer.concat([Buffer.from(patches), Buffer.from(patches.map(value => 255 - value))])
    const moving = () => sharp(two, { raw: { width: WIDTH, height: HEIGHT * 2, channels: 3, pageHeight: HEIGHT } })
    expect(refusal(await told(moving().webp().toBuffer()))).toMatch(/animation.*Export the frame/)
    expect(refusal(await told(moving().gif().toBuffer()))).toMatch(/animation/)
    expect(refusal(await told(picture().tiff({ compression: 'webp' }).toBuffer()))).toMatch(/compressed in a way/)
    expect(
      refusal(inspectFile(new TextEncoder().encode('%PDF-1.7 and so on, a document with words in it and no picture'))),
    ).toMatch(/PDF/)
    expect(refusal(inspectFile(new TextEncoder().encode('a,b,c\n1,2,3\n')))).toMatch(/not a picture/)
    expect(refusal(inspectFile(new Uint8Array(0)))).toMatch(/empty/)
    const huge = new Uint8Array(await picture().jpeg().toBuffer())
    const at = huge.findIndex((byte, index) => byte === 0xff && huge[index + 1] === 0xc0)
    huge.set([0x61, 0xa8, 0x61, 0xa8], at + 5)
    expect(refusal(inspectFile(huge))).toMatch(/625 megapixels; up to 160/)
  })
})

const smallOf = (data: Uint8Array | Uint16Array, icc: Uint8Array | null, depth: 8 | 16): Reduced => {
  const taking = reducer(WIDTH, HEIGHT, { most: depth === 16 ? 65_535 : 255, profile: profileOf(icc) })
  taking.take({ data, channels: 3, count: HEIGHT })
  return taking.finish()
}

describe('a colour profile', () => {
  it.each(KNOWN_SPACES.map(({ name }) => name))(
    '%s is known by its numbers, and converted as a colour management library does',
    async name => {
      const icc = iccOf(name)
      expect(profileOf(icc)).toMatchObject({ name })
      // sRGB colours within every space: written in the profile, read back by ours, and by the library.
      const bytes = new Uint8Array(await picture().toColourspace('rgb16').withIccProfile(icc.path).png().toBuffer())
      const file = inspectFile(bytes)
      expect(file).toMatchObject({ ok: true, value: { depth: 16 } })
      const mine = smallOf(decode(bytes).data as Uint16Array, file.ok ? file.value.icc : null, 16)
      for (let at = 8; at < WIDTH * HEIGHT; at += 16 + 16 * 7) {
        for (let channel = 0; channel < 3; channel++) {
          const share = mine.linear[at * 3 + channel]!
          const value = 255 * (share <= 0.0031308 ? 12.92 * share : 1.055 * share ** (1 / 2.4) - 0.055)

          expectWithin(value, patches[at * 3 + channel]!, 1.1)
        }
      }
    },
  )

  it('that is missing, damaged or of tables is said to be, and sRGB stands in', () => {
    expect(profileOf(null).assumed).toBe('no-space')
    expect(profileOf(new Uint8Array(200)).assumed).toBe('profile-unknown')
    expect(profileOf(iccOf('opRGB').subarray(0, 140)).assumed).toMatch(/^profile-/)
  })
})
