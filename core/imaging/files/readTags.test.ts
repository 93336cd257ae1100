import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { profileOf } from '../colour/colourProfile'
import { joined } from './bytes'
import { NO_TAGS, readTags } from './readTags'

/** Types of numbers and tags of CIPA DC-008. */
const TYPE = { ascii: 2, short: 3, long: 4, rational: 5, signed: 10 } as const
type Value = readonly [type: number, values: readonly number[] | string]
const BYTES: Record<number, number> = { 2: 1, 3: 2, 4: 4, 5: 8, 10: 8 }

/** One directory of tags, little end first, at a place of a block. */
const directory = (tags: Readonly<Record<number, Value>>, at: number): Uint8Array => {
  const entries = Object.entries(tags).map(([tag, [type, values]]) => {
    const numbers = typeof values === 'string' ? [...`${values}\0`].map(letter => letter.charCodeAt(0)) : values
    const count = type === TYPE.rational || type === TYPE.signed ? numbers.length / 2 : numbers.length
    return { tag: Number(tag), type, numbers, count, bytes: count * BYTES[type]! }
  })
  const head = 2 + entries.length * 12 + 4
  const view = new DataView(new ArrayBuffer(head + entries.reduce((sum, { bytes }) => sum + bytes + (bytes % 2), 0)))
  view.setUint16(0, entries.length, true)
  let free = head
  entries.forEach(({ tag, type, numbers, count, bytes }, index) => {
    const entry = 2 + 12 * index
    view.setUint16(entry, tag, true)
    view.setUint16(entry + 2, type, true)
    view.setUint32(entry + 4, count, true)
    const to = bytes > 4 ? free : entry + 8
    if (bytes > 4) view.setUint32(entry + 8, at + free, true)
    const size = Math.min(4, BYTES[type]!)
    numbers.forEach((number, place) => {
      if (size === 1) view.setUint8(to + place, number)
      else if (size === 2) view.setUint16(to + 2 * place, number, true)
      else view.setInt32(to + 4 * place, number, true)
    })
    if (bytes > 4) free += bytes + (bytes % 2)
  })
  return new Uint8Array(view.buffer)
}

const plain = async () =>
  new Uint8Array(
    await sharp({ create: { width: 64, height: 48, channels: 3, background: '#888' } })
      .jpeg()
      .toBuffer(),
  )

type Directory = Readonly<Record<number, Value>>
/** Pointers to the directories of exposure and of interoperability. */
const [TO_EXIF, TO_RULE] = [0x8769, 0xa005]

/** A JPEG with tags, written by hand. */
const tagged = async (exif: Directory, first: Directory = {}, rule: Directory = {}) => {
  const jpeg = await plain()
  const begin = 8
  const to = (tag: number, at: number): Directory => ({ [tag]: [TYPE.long, [at]] })
  const exifAt = begin + directory({ ...first, ...to(TO_EXIF, 0) }, begin).length
  const ruleAt = exifAt + directory({ ...exif, ...to(TO_RULE, 0) }, exifAt).length
  const block = joined([
    Uint8Array.of(0x49, 0x49, 42, 0, begin, 0, 0, 0),
    directory({ ...first, ...to(TO_EXIF, exifAt) }, begin),
    directory({ ...exif, ...to(TO_RULE, ruleAt) }, exifAt),
    directory(rule, ruleAt),
  ])
  const name = new TextEncoder().encode('Exif\0\0')
  const length = 2 + name.length + block.length
  return joined([
    jpeg.subarray(0, 2),
    Uint8Array.of(0xff, 0xe1, length >> 8, length & 255),
    name,
    block,
    jpeg.subarray(2),
  ])
}

/** A WebP with an XMP packet (ISO 16684-1); the names behind the prefixes are read by nobody. */
const withXmp = async (inside: string) =>
  new Uint8Array(
    await sharp({ create: { width: 64, height: 48, channels: 3, background: '#888' } })
      .withXmp(
        `<x:xmpmeta xmlns:x="urn:x"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">${inside}</rdf:RDF></x:xmpmeta>`,
      )
      .webp()
      .toBuffer(),
  )

const exposureOf = async (exif: Readonly<Record<number, Value>>) => readTags(await tagged(exif)).exposure

describe('the exposure that a file names', () => {
  it('is of marks what they stand for: f/11 is 11.31, f/5.6 5.66, f/13 12.7; and of other figures the figure', async () => {
    const read = async (tenths: number) => (await exposureOf({ 0x829d: [TYPE.rational, [tenths, 10]] }))!.fNumber!
    expect(await read(110)).toBeCloseTo(2 ** 3.5, 9)
    expect(await read(56)).toBeCloseTo(2 ** 2.5, 9)
    expect(await read(130)).toBeCloseTo(2 ** (11 / 3), 9)
    expect(await read(80)).toBe(8)
    expect(await read(83)).toBe(8.3)
  })

  it('reaches from 1/32000 s to half an hour', async () => {
    const read = async (...parts: number[]) => (await exposureOf({ 0x829a: [TYPE.rational, parts] }))!.shutterS
    expect(await read(1, 32_000)).toBe(1 / 32_000)
    expect(await read(10, 1250)).toBe(1 / 125)
    expect(await read(1800, 1)).toBe(1800)
  })

  it('is taken from APEX where the plain tags are missing (DC-008, annex C)', async () => {
    const exposure = await exposureOf({ 0x9201: [TYPE.signed, [7, 1]], 0x9202: [TYPE.rational, [6, 1]] })
    expect(exposure).toMatchObject({ shutterS: 1 / 128, fNumber: 8 })
  })

  it('is over 65,535 in the tag of its kind of sensitivity', async () => {
    expect(
      await exposureOf({ 0x8827: [TYPE.short, [65_535]], 0x8830: [TYPE.short, [2]], 0x8832: [TYPE.long, [102_400]] }),
    ).toMatchObject({ iso: 102_400 })
    expect(await exposureOf({ 0x8827: [TYPE.short, [65_535]], 0x8831: [TYPE.long, [204_800]] })).toMatchObject({
      iso: 204_800,
    })
    expect(await exposureOf({ 0x8827: [TYPE.short, [200, 0]] })).toMatchObject({ iso: 200 })
  })

  it('is none where a lens without contacts wrote 0, or a fraction is by nothing', async () => {
    expect(await exposureOf({ 0x829d: [TYPE.rational, [0, 1]], 0x829a: [TYPE.rational, [1, 0]] })).toBeNull()
    expect(await exposureOf({ 0x829d: [TYPE.rational, [0, 0]], 0x8827: [TYPE.short, [400]] })).toEqual({
      fNumber: null,
      shutterS: null,
      iso: 400,
    })
  })

  it('is taken from XMP where an editor left no EXIF', async () => {
    const bytes = await withXmp(
      '<rdf:Description rdf:about="" xmlns:exif="urn:exif" exif:FNumber="56/10" exif:ExposureTime="1/200"><exif:ISOSpeedRatings><rdf:Seq><rdf:li>320</rdf:li></rdf:Seq></exif:ISOSpeedRatings></rdf:Description>',
    )
    expect(readTags(bytes).exposure).toEqual({ fNumber: 2 ** 2.5, shutterS: 1 / 200, iso: 320 })
    expect(readTags(await withXmp('<rdf:Description <<< broken')).exposure).toBeNull()
  })
})

describe('what else a file names', () => {
  it('is when it was taken, by its own clock and offset; a clock never set is none', async () => {
    const at = async (time: string, offset?: string) => {
      const clock: Directory = { 0x9003: [TYPE.ascii, time] }
      const zone: Directory = offset ? { 0x9011: [TYPE.ascii, offset] } : {}
      return readTags(await tagged({ ...clock, ...zone })).takenAt
    }
    expect(await at('2026:05:04 10:11:12', '+02:00')).toBe('2026-05-04T10:11:12+02:00')
    expect(await at('2026:05:04 10:11:12')).toBe('2026-05-04T10:11:12')
    expect(await at('0000:00:00 00:00:00')).toBeNull()
    expect(await at('    :  :     :  :  ')).toBeNull()
  })

  it('is lens, camera, flash and compensation', async () => {
    const tags = readTags(
      await tagged(
        {
          0x9209: [TYPE.short, [0x19]],
          0x920a: [TYPE.rational, [850, 10]],
          0x9204: [TYPE.signed, [-2, 3]],
          0xa434: [TYPE.ascii, 'Made-up 85'],
        },
        { 0x0110: [TYPE.ascii, 'Made-up one'], 0x0112: [TYPE.short, [6]] },
      ),
    )
    expect(tags).toMatchObject({
      hasFlashFired: true,
      focalLengthMm: 85,
      lens: 'Made-up 85',
      camera: 'Made-up one',
      orientation: 6,
    })
    expect(tags.compensationStops).toBeCloseTo(-2 / 3, 9)
    expect(readTags(await tagged({ 0x9209: [TYPE.short, [0x10]] })).hasFlashFired).toBe(false)
    expect(readTags(await plain())).toEqual(NO_TAGS)
  })

  it('is its colour space: sRGB by its tag, opRGB by the rule beside it, or another that it does not name', async () => {
    const profile = async (exif: Directory, rule?: Directory) =>
      profileOf(null, readTags(await tagged(exif, {}, rule)).colour)
    const named = await profile({ 0xa001: [TYPE.short, [1]] })
    expect([named.name, named.assumed]).toEqual(['sRGB', undefined])
    expect((await profile({ 0xa001: [TYPE.short, [65_535]] })).assumed).toBe('not-srgb')
    const wide = await profile({ 0xa001: [TYPE.short, [65_535]] }, { 1: [TYPE.ascii, 'R03'] })
    expect([wide.name, wide.assumed]).toEqual(['opRGB', undefined])
    // IEC 61966-2-5: the power of 2.19921875.
    expect(wide.curves[0](0.5)).toBeCloseTo(0.5 ** 2.19921875, 9)
    expect((await profile({})).assumed).toBe('no-space')
  })
})
