import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { unpackLzw, unpackRuns } from './unpack'

/** Packs by the letter of TIFF 6.0, section 13: the table in plain strings, codes written bit by bit. */
const packLzw = (bytes: Uint8Array): Uint8Array => {
  const bits: number[] = []
  let table = new Map<string, number>()
  let width = 9
  const begin = () => {
    table = new Map(Array.from({ length: 256 }, (_, byte) => [String.fromCharCode(byte), byte]))
    width = 9
  }
  const write = (code: number) => {
    for (let bit = width - 1; bit >= 0; bit--) bits.push((code >> bit) & 1)
  }
  begin()
  write(256)
  let held = ''
  let free = 258
  for (const byte of bytes) {
    const longer = held + String.fromCharCode(byte)
    if (table.has(longer)) {
      held = longer
      continue
    }
    write(table.get(held)!)
    table.set(longer, free++)
    held = String.fromCharCode(byte)
    // With entry 511, 1023 and 2047 codes grow; with entry 4094 the table is begun anew.
    if (free === 512 || free === 1024 || free === 2048) width += 1
    if (free === 4095) {
      write(256)
      begin()
      free = 258
    }
  }
  if (held) {
    write(table.get(held)!)
    free += 1
    if (free === 512 || free === 1024 || free === 2048) width += 1
  }
  write(257)
  const packed = new Uint8Array(Math.ceil(bits.length / 8))
  bits.forEach((bit, index) => {
    packed[index >> 3]! |= bit << (7 - (index & 7))
  })
  return packed
}

describe('LZW as TIFF has it', () => {
  it('gives back what was packed, of any bytes', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.uint8Array({ maxLength: 400 }),
          fc.array(fc.constantFrom(7, 7, 7, 200), { maxLength: 6000 }).map(list => Uint8Array.from(list)),
        ),
        bytes => {
          expect(unpackLzw(packLzw(bytes), bytes.length)).toEqual(Uint8Array.from(bytes))
        },
      ),
      { numRuns: 120 },
    )
    // Longer than one table holds.
    const long = Uint8Array.from({ length: 60_000 }, (_, at) => (at * at) % 251)
    expect(unpackLzw(packLzw(long), long.length)).toEqual(long)
  })

  it('ends with what there is, gives no more than is asked for, and refuses codes that cannot be', () => {
    const packed = packLzw(Uint8Array.from([1, 2, 3, 4, 5, 6, 7, 8]))
    expect([...unpackLzw(packed.subarray(0, 5), 8)].slice(0, 3)).toEqual([1, 2, 3])
    expect([...unpackLzw(packed, 3)]).toEqual([1, 2, 3])
    // 256 begins; 300 cannot follow: nine bits each.
    expect(() => unpackLzw(Uint8Array.from([0x80, 0x4b, 0, 0]), 8)).toThrow(/cannot be/)
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 300 }), bytes => {
        try {
          expect(unpackLzw(bytes, 500)).toHaveLength(500)
        } catch (error) {
          expect(error).toBeInstanceOf(RangeError)
        }
      }),
    )
  })
})

describe('runs of bytes', () => {
  it('are unpacked as the example of their standard has it', () => {
    // TIFF 6.0, section 9: three times AA, then 80 00 2A, then AA 22 times cut here; -128 says nothing.
    const packed = Uint8Array.from([0xfe, 0xaa, 0x02, 0x80, 0x00, 0x2a, 0x80, 0xfd, 0xaa])
    expect([...unpackRuns(packed, 10)]).toEqual([0xaa, 0xaa, 0xaa, 0x80, 0, 0x2a, 0xaa, 0xaa, 0xaa, 0xaa])
    expect([...unpackRuns(packed, 4)]).toEqual([0xaa, 0xaa, 0xaa, 0x80])
    expect([...unpackRuns(packed.subarray(0, 4), 6)]).toEqual([0xaa, 0xaa, 0xaa, 0x80, 0, 0])
  })
})
