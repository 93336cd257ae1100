import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { greyTableIcc, iccOf, tableIccOf, withProfile } from '#support/iccFile'
import { patched, PATCHES, patchFile, patchValue } from '#support/patches'
import { idleJob, openRaw } from '#support/rawLibrary'
import { demoSet } from '#core/edits/demo'
import { imagingApi, type FrameView } from './imagingApi'
import { pictureTold } from '#wording/refusals/told'

const { width: WIDTH, height: HEIGHT, side: PATCH } = PATCHES
const valueAt = (x: number, y: number, channel: number): number =>
  patchValue(Math.floor(x / PATCH), Math.floor(y / PATCH), channel)
const picture = patched

const read = async (bytes: Uint8Array) =>
  pictureTold(await imagingApi(openRaw).read(idleJob, 'one', demoSet(), new Uint8Array(bytes), []))
const taken = async (bytes: Uint8Array): Promise<FrameView> => {
  const outcome = await read(bytes)
  if (!outcome.ok) throw new Error(outcome.message)
  return outcome.value
}
const fixture = patchFile
/** Values by which the middles of patches are off what they should be, at most. */
const worst = ({ width, height, picture: pixels }: FrameView, should = valueAt): number => {
  expect([width, height]).toEqual([WIDTH, HEIGHT])
  let most = 0
  for (let y = PATCH / 2; y < HEIGHT; y += PATCH) {
    for (let x = PATCH / 2; x < WIDTH; x += PATCH)
      for (let channel = 0; channel < 3; channel++)
        most = Math.max(most, Math.abs(pixels[(y * WIDTH + x) * 4 + channel]! - should(x, y, channel)))
  }
  return most
}

describe('a file by another tool', () => {
  it.each([
    ['tiled.tif', 1],
    ['planes.tif', 1],
    ['packbits.tif', 1],
    ['zstd.tif', 1],
    ['large.tif', 1],
    ['deep-big-end.tif', 1],
    ['palette.tif', 1],
    ['float.tif', 1],
    ['float-big-end.tif', 1],
    ['jpeg.tif', 4],
    ['patches.heic', 4],
  ])('%s is read as what it shows', async (name, within) => {
    expect(worst(await taken(fixture(name)))).toBeLessThanOrEqual(within)
  })

  it.each([
    ['lzw, tiled', () => picture().tiff({ compression: 'lzw', tile: true, tileWidth: 32, tileHeight: 32 })],
    [
      '16 bits, deflate, predicted',
      () => picture().toColourspace('rgb16').tiff({ compression: 'deflate', predictor: 'horizontal' }),
    ],
    ['grey', () => picture().greyscale().tiff()],
    ['16 bit PNG', () => picture().toColourspace('rgb16').png()],
  ] as const)('%s, by a general-purpose library, as well', async (name, make) => {
    const bytes = await make().toBuffer()
    const { data, info } = await sharp(bytes).toColourspace('srgb').raw().toBuffer({ resolveWithObject: true })
    const should = (x: number, y: number, channel: number) =>
      data[(y * WIDTH + x) * info.channels + Math.min(channel, info.channels - 1)]!
    expect(worst(await taken(bytes), should), name).toBeLessThanOrEqual(1)
  })

  it.each(['P3 (D65)', 'opRGB'])('in %s is read alike by primaries and curves and by tables', async space => {
    const png = await picture().toColourspace('rgb16').png().toBuffer()
    const [made, plain] = [
      await taken(withProfile(png, tableIccOf(space))),
      await taken(withProfile(png, iccOf(space))),
    ]
    expect(made.file).toMatchObject({ profile: 'table-profile', assumed: undefined })
    expect(plain.file.profile).toBe(space)
    expect(worst(made, (x, y, channel) => plain.picture[(y * WIDTH + x) * 4 + channel]!)).toBeLessThanOrEqual(1)
    // It is another picture than without a profile, or nothing was shown.
    expect(worst(made)).toBeGreaterThan(5)
  })

  it('of greys by a table of lightness has the light of its lightness', async () => {
    const png = await picture().greyscale().toColourspace('grey16').png().toBuffer()
    const { data } = await sharp(png).toColourspace('b-w').raw().toBuffer({ resolveWithObject: true })
    const made = await taken(withProfile(png, greyTableIcc()))
    // CIE 15 and IEC 61966-2-1.
    const should = (x: number, y: number) => {
      const lightness = (100 * data[y * WIDTH + x]!) / 255
      const light = lightness > 8 ? ((lightness + 16) / 116) ** 3 : (lightness * 27) / 24389
      return 255 * (light <= 0.0031308 ? 12.92 * light : 1.055 * light ** (1 / 2.4) - 0.055)
    }
    expect(worst(made, should)).toBeLessThanOrEqual(1)
  })

  it('whose tables are damaged is taken as sRGB, and says so', async () => {
    const png = await picture().toColourspace('rgb16').png().toBuffer()
    const { file } = await taken(withProfile(png, tableIccOf('opRGB').subarray(0, 400)))
    expect(file.assumed).toMatch(/^profile-/)
  })

  it('lies the way its tag says, for all eight', async () => {
    for (let orientation = 1; orientation <= 8; orientation++) {
      const bytes = await picture().withMetadata({ orientation }).tiff({ compression: 'none' }).toBuffer()
      const { data, info } = await sharp(bytes).autoOrient().raw().toBuffer({ resolveWithObject: true })
      const view = await taken(bytes)
      expect([view.width, view.height]).toEqual([info.width, info.height])
      for (let at = 0; at < info.width * info.height; at += 97)
        for (let channel = 0; channel < 3; channel++)
          expect(Math.abs(view.picture[at * 4 + channel]! - data[at * 3 + channel]!), `${orientation}`).toBeLessThan(2)
    }
  })

  it('of which parts are see-through is refused in words, and an opacity that is whole is not', async () => {
    const withOpacity = (alpha: number) => picture().ensureAlpha(alpha).toColourspace('rgb16').png().toBuffer()
    expect(worst(await taken(await withOpacity(1)))).toBeLessThanOrEqual(1)
    expect(await read(await withOpacity(0.5))).toMatchObject({
      ok: false,
      message: expect.stringMatching(/see-through.*Nothing was changed.*without transparency/s),
    })
  })

  it('that is none is refused, even where it is binary', async () => {
    const noise = Uint8Array.from({ length: 9000 }, (_, at) => (at * 7919) % 251)
    expect(await read(noise)).toMatchObject({
      ok: false,
      message: expect.stringMatching(/cannot be decoded: it is none that can be read.*Nothing was changed/s),
    })
  })
})
