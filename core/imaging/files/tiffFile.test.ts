import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { inspectTiff, linearBlack, PHOTOMETRIC, TIFF } from './tiffFile'
import { pictureRefusedWords } from '#wording/refusals/pictures'

/** Types of TIFF 6.0, section 2, by their number: short, long, and a fraction of two longs. */
const BYTES = { 3: 2, 4: 4, 5: 8 } as const
type Tags = Record<number, { type: keyof typeof BYTES; values: readonly (number | readonly [number, number])[] }>

/**
 * A TIFF laid out by the standard, in one byte order or the other: header, the directories one behind another, then
 * what does not fit into their entries, then some bytes of picture. The first names the others as those below it.
 */
const tiff = (isLittle: boolean, first: Tags, below: readonly Tags[] = [], pictureBytes = 16): Uint8Array => {
  const sizeOf = (tags: Tags) => 2 + 12 * Object.keys(tags).length + 4
  const named: Tags =
    below.length > 0 ? { ...first, [TIFF.otherDirectories]: { type: 4, values: below.map(() => 0) } } : first
  const places: number[] = []
  let at = 8 + sizeOf(named)
  for (const tags of below) {
    places.push(at)
    at += sizeOf(tags)
  }
  if (below.length > 0) named[TIFF.otherDirectories] = { type: 4, values: places }
  const all = [named, ...below]
  let outside = at
  const extra = all
    .flatMap(tags => Object.values(tags))
    .map(({ type, values }) => BYTES[type] * values.length)
    .filter(bytes => bytes > 4)
    .reduce((sum, bytes) => sum + bytes, 0)
  const view = new DataView(new ArrayBuffer(outside + extra + pictureBytes))
  view.setUint16(0, isLittle ? 0x4949 : 0x4d4d)
  view.setUint16(2, 42, isLittle)
  view.setUint32(4, 8, isLittle)
  const write = (place: number, type: keyof typeof BYTES, value: number | readonly [number, number]) => {
    if (type === 3) view.setUint16(place, value as number, isLittle)
    else if (type === 4) view.setUint32(place, value as number, isLittle)
    else [0, 1].forEach(part => view.setUint32(place + 4 * part, (value as [number, number])[part]!, isLittle))
  }
  let from = 8
  for (const tags of all) {
    const entries = Object.entries(tags).toSorted(([a], [b]) => Number(a) - Number(b))
    view.setUint16(from, entries.length, isLittle)
    entries.forEach(([tag, { type, values }], index) => {
      const entry = from + 2 + 12 * index
      view.setUint16(entry, Number(tag), isLittle)
      view.setUint16(entry + 2, type, isLittle)
      view.setUint32(entry + 4, values.length, isLittle)
      const isInside = BYTES[type] * values.length <= 4
      const place = isInside ? entry + 8 : outside
      if (!isInside) {
        view.setUint32(entry + 8, outside, isLittle)
        outside += BYTES[type] * values.length
      }
      values.forEach((value, number) => write(place + BYTES[type] * number, type, value))
    })
    from += sizeOf(tags)
  }
  return new Uint8Array(view.buffer)
}
const short = (...values: number[]) => ({ type: 3 as const, values })
const long = (...values: number[]) => ({ type: 4 as const, values })
const plain = (changes: Tags = {}): Tags => ({
  [TIFF.width]: long(400),
  [TIFF.height]: long(300),
  [TIFF.bits]: short(8, 8, 8),
  [TIFF.compression]: short(1),
  [TIFF.photometric]: short(PHOTOMETRIC.rgb),
  [TIFF.stripOffsets]: long(8),
  [TIFF.stripCounts]: long(16),
  ...changes,
})
const orders = [
  ['little end first', true],
  ['big end first', false],
] as const

describe.each(orders)('a TIFF, %s', (_, isLittle) => {
  const made = (changes: Tags = {}, below: readonly Tags[] = []) => tiff(isLittle, plain(changes), below)
  const read = (changes: Tags = {}, below: readonly Tags[] = []) => inspectTiff(made(changes, below))
  const words = (changes: Tags) => {
    const outcome = read(changes)
    return outcome.ok ? JSON.stringify(outcome.value) : pictureRefusedWords(outcome.message)
  }

  it('says how large it is, and of what depth', () => {
    expect(read()).toMatchObject({ ok: true, value: { kind: 'tiff', width: 400, height: 300, depth: 8, icc: null } })
    expect(read({ [TIFF.bits]: short(16, 16, 16) })).toMatchObject({ value: { depth: 16 } })
    const fractions = { [TIFF.bits]: short(32, 32, 32), [TIFF.sampleFormat]: short(3, 3, 3) }
    expect(read(fractions)).toMatchObject({ value: { depth: 16, colour: { kind: 'power', exponent: 1 } } })
    expect(read({ [TIFF.photometric]: short(PHOTOMETRIC.palette) })).toMatchObject({ value: { depth: 16 } })
  })

  it('is refused in words where it holds no picture that is understood', () => {
    expect(words({ [TIFF.photometric]: short(8) })).toMatch(/lightness and colour/)
    expect(words({ [TIFF.photometric]: short(PHOTOMETRIC.cmyk) })).toMatch(/CMYK|print/i)
    expect(words({ [TIFF.compression]: short(34_712) })).toMatch(/number 34712/)
    expect(words({ [TIFF.bits]: short(12, 12, 12) })).toMatch(/12 bits a channel/)
    expect(words({ [TIFF.sampleFormat]: short(2, 2, 2) })).toMatch(/figures with signs/)
    expect(words({ [TIFF.bits]: short(64, 64, 64), [TIFF.sampleFormat]: short(3, 3, 3) })).toMatch(/figures with signs/)
    expect(words({ [TIFF.width]: long(0) })).toMatch(/no picture/)
    expect(words({ [TIFF.stripCounts]: long(100_000) })).toMatch(/cut|end|whole|short/i)
  })

  it('is told from a camera’s own numbers, here or in a directory below', () => {
    const isRaw = (changes: Tags, below: readonly Tags[] = []) => {
      const outcome = read(changes, below)
      return outcome.ok && outcome.value.kind === 'raw'
    }
    expect(isRaw({})).toBe(false)
    expect(isRaw({ [TIFF.dngVersion]: long(1) })).toBe(true)
    expect(isRaw({ [TIFF.rawStandard]: long(1) })).toBe(true)
    expect(isRaw({ [TIFF.compression]: short(6) })).toBe(true)
    expect(isRaw({}, [plain({ [TIFF.photometric]: short(32_803) })])).toBe(true)
    expect(isRaw({}, [plain()])).toBe(false)
    // A small copy before anything else is a camera's; one without others is somebody's small picture.
    expect(isRaw({ [TIFF.kindOfPicture]: long(1) }, [plain()])).toBe(true)
    expect(isRaw({ [TIFF.kindOfPicture]: long(1) })).toBe(false)
    expect(isRaw({ [TIFF.kindOfPicture]: long(2) }, [plain()])).toBe(false)
  })

  it('says where black stands in numbers that are no mosaic any more: the mean over the channels', () => {
    const linear = (blacks: Tags[number]): Tags =>
      plain({ [TIFF.photometric]: short(PHOTOMETRIC.linear), [TIFF.blackLevel]: blacks })
    expect(linearBlack(tiff(isLittle, linear(short(512))))).toBe(512)
    expect(linearBlack(tiff(isLittle, linear(short(500, 512, 524))))).toBe(512)
    expectWithin(
      linearBlack(
        tiff(
          isLittle,
          linear({
            type: 5,
            values: [
              [1025, 2],
              [1023, 2],
              [7, 0],
            ],
          }),
        ),
      ),
      512,
      1e-9,
    )
    expect(linearBlack(made({}, [linear(short(64))]))).toBe(64)
    // Of a mosaic black is known to who takes it apart.
    expect(linearBlack(made({ [TIFF.photometric]: short(32_803), [TIFF.blackLevel]: short(512) }))).toBe(0)
    expect(linearBlack(made())).toBe(0)
    expect(linearBlack(made().subarray(0, 20))).toBe(0)
  })

  it('is truncated wherever its directory is cut', () => {
    const whole = made()
    for (let end = 8; end < 8 + 2 + 12 * 7; end += 5) expect(inspectTiff(whole.subarray(0, end)).ok).toBe(false)
  })
})
