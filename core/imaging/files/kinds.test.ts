import { readFileSync } from 'node:fs'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { rawOf } from '#support/dngFile'
import { profileOf } from '../colour/colourProfile'
import { inspectFile } from './inspectFile'
import { joined } from './bytes'

const fixture = (name: string) =>
  new Uint8Array(readFileSync(new URL(`../../../tests/fixtures/pictures/${name}`, import.meta.url)))
const PATCHES = { width: 96, height: 64 }
const grey = (value = 136) =>
  sharp({ create: { ...PATCHES, channels: 3, background: { r: value, g: value, b: value } } })

describe('the kind of a file', () => {
  it.each([
    ['patches.heic', { kind: 'heic', ...PATCHES }],
    ['patches.jxl', { kind: 'jxl', width: 0 }],
    ['patches.gif', { kind: 'gif', ...PATCHES }],
    ['patches.bmp', { kind: 'bmp', ...PATCHES }],
    ['large.tif', { kind: 'tiff', depth: 8, ...PATCHES }],
    ['float.tif', { kind: 'tiff', depth: 16, ...PATCHES }],
    ['palette.tif', { kind: 'tiff', depth: 16, ...PATCHES }],
  ])('of %s is told by its contents', (name, told) => {
    expect(inspectFile(fixture(name))).toMatchObject({ ok: true, value: told })
  })

  it('of an AVIF is told with its size and its codes of colour', async () => {
    const bytes = new Uint8Array(await grey().avif({ lossless: true }).toBuffer())
    expect(inspectFile(bytes)).toMatchObject({ ok: true, value: { kind: 'avif', ...PATCHES } })
    expect(inspectFile(bytes.subarray(0, bytes.length - 20))).toEqual({ ok: false, message: { is: 'cut-off' } })
  })

  it('of a box whose length takes 64 bits is told as well', async () => {
    const bytes = new Uint8Array(await grey().avif({ lossless: true }).toBuffer())
    const first = new DataView(bytes.buffer, bytes.byteOffset).getUint32(0)
    const long = new DataView(new ArrayBuffer(16))
    long.setUint32(0, 1)
    ;[...'ftyp'].forEach((letter, at) => long.setUint8(4 + at, letter.charCodeAt(0)))
    long.setBigUint64(8, BigInt(first + 8))
    const whole = joined([new Uint8Array(long.buffer), bytes.subarray(8)])
    expect(inspectFile(whole)).toMatchObject({ ok: true, value: { kind: 'avif', ...PATCHES } })
  })

  it('is raw where the numbers are a sensor’s, and where a small copy stands before others', async () => {
    const made = {
      black: 0,
      white: 4095,
      neutral: [1, 1, 1] as const,
      exposure: { fNumber: 8, shutterS: 0.01, iso: 100 },
    }
    const light = new Float64Array(64 * 48 * 3).fill(0.2)
    for (const kind of ['mosaic', 'linear'] as const)
      expect(inspectFile(rawOf({ width: 64, height: 48, light }, { ...made, kind }))).toMatchObject({
        ok: true,
        value: { kind: 'raw' },
      })
    // A picture with smaller copies below it, as programs for pictures write them, is a picture.
    const tiled = new Uint8Array(
      await grey().tiff({ pyramid: true, tile: true, tileWidth: 16, tileHeight: 16 }).toBuffer(),
    )
    expect(inspectFile(tiled)).toMatchObject({ ok: true, value: { kind: 'tiff', ...PATCHES } })
  })
})

/** A PNG with a chunk more behind its header; readers of chunks do not look at the check sum. */
const withChunk = async (name: string, data: Uint8Array): Promise<Uint8Array> => {
  const png = new Uint8Array(await grey().png().toBuffer())
  const chunk = new DataView(new ArrayBuffer(12 + data.length))
  chunk.setUint32(0, data.length)
  ;[...name].forEach((letter, at) => chunk.setUint8(4 + at, letter.charCodeAt(0)))
  data.forEach((byte, at) => chunk.setUint8(8 + at, byte))
  const header = 8 + 25
  return joined([png.subarray(0, header), new Uint8Array(chunk.buffer), png.subarray(header)])
}
const profileIn = async (name: string, data: Uint8Array) => {
  const outcome = inspectFile(await withChunk(name, data))
  if (!outcome.ok) throw new Error(outcome.message.is)
  return profileOf(outcome.value.icc, outcome.value.colour)
}
const numbers = (...values: number[]) => {
  const view = new DataView(new ArrayBuffer(4 * values.length))
  values.forEach((value, index) => view.setUint32(4 * index, value))
  return new Uint8Array(view.buffer)
}

describe('a PNG without a profile', () => {
  it('that says it is sRGB is sRGB, without a word', async () => {
    const profile = await profileIn('sRGB', Uint8Array.of(0))
    expect([profile.name, profile.assumed, profile.matrix]).toEqual(['sRGB', undefined, null])
  })

  it('that names its power is read by it', async () => {
    // 1 / 1.8, in hundred-thousandths.
    const { curves, assumed } = await profileIn('gAMA', numbers(55_556))
    expect(assumed).toBeUndefined()
    expect(curves[1](0.5)).toBeCloseTo(0.5 ** 1.8, 4)
  })

  it('that names codes of colour is read by them: primaries of H.273, and its curves', async () => {
    const p3 = await profileIn('cICP', Uint8Array.of(12, 13, 0, 1))
    expect([p3.name, p3.assumed]).toEqual(['P3 (D65)', undefined])
    expect(p3.curves[0](0.5)).toBeCloseTo(((0.5 + 0.055) / 1.055) ** 2.4, 6)
    const wide = await profileIn('cICP', Uint8Array.of(9, 1, 0, 1))
    expect(wide.name).toBe('BT.2020')
    // Rec. ITU-R BT.709 gives a light of 0.18 the value 0.409.
    expect(wide.curves[0](1.099 * 0.18 ** 0.45 - 0.099)).toBeCloseTo(0.18, 6)
    expect((await profileIn('cICP', Uint8Array.of(99, 13, 0, 1))).assumed).toBe('space-unknown')
  })

  it('that names nothing says so', async () => {
    const png = inspectFile(new Uint8Array(await grey().png().toBuffer()))
    expect(png.ok && profileOf(png.value.icc, png.value.colour).assumed).toBe('no-space')
  })
})
