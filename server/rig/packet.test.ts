import { describe, expect, it } from 'vitest'
import { levelsOfBytes, packetsOf, type Levels } from './packet'

const CID = Buffer.from('00112233445566778899aabbccddeeff', 'hex')
const levels = (changes: Partial<Levels> = {}): Levels => ({
  universe: 0x1234,
  slots: Uint8Array.from({ length: 512 }, (_, index) => (index * 7) & 255),
  sequence: 0xfe,
  priority: 150,
  cid: CID,
  sourceName: 'Fernhollow desk',
  isTerminated: false,
  ...changes,
})

/** A packet as tables 4-1, 4-2 and 4-3 of ANSI E1.31-2018 lay it out, octet by octet; the tables from memory. */
const laidOut = ({ universe, slots, sequence, priority, cid, sourceName, isTerminated }: Levels): Buffer => {
  const octets: number[] = []
  const two = (value: number) => octets.push(value >> 8, value & 255)
  // Root layer: preamble size, postamble size, ACN packet identifier, flags and length, vector, CID.
  two(0x0010)
  two(0x0000)
  octets.push(...Buffer.from('ASC-E1.17\0\0\0', 'latin1'))
  two(0x7000 | (638 - 16))
  octets.push(0x00, 0x00, 0x00, 0x04)
  octets.push(...cid)
  // Framing layer: flags and length, vector, source name, priority, synchronisation, sequence, options, universe.
  two(0x7000 | (638 - 38))
  octets.push(0x00, 0x00, 0x00, 0x02)
  octets.push(...Buffer.from(sourceName.padEnd(64, '\0'), 'latin1'))
  octets.push(priority, 0x00, 0x00, sequence, isTerminated ? 0x40 : 0x00)
  two(universe)
  // DMP layer: flags and length, vector, type of address and data, first address, increment, count, start code, slots.
  two(0x7000 | (638 - 115))
  octets.push(0x02, 0xa1)
  two(0x0000)
  two(0x0001)
  two(0x0201)
  octets.push(0x00, ...slots)
  return Buffer.from(octets)
}

describe('a packet of levels', () => {
  it.each([
    levels(),
    levels({ isTerminated: true }),
    levels({ universe: 63_999, sequence: 0, slots: new Uint8Array(512) }),
  ])('is laid out octet by octet as the standard says', one =>
    expect(packetsOf(one)(one).toString('hex')).toBe(laidOut(one).toString('hex')),
  )

  it('is read as it was written', () => {
    for (const one of [levels(), levels({ universe: 1, priority: 0, sequence: 0 }), levels({ isTerminated: true })])
      expect(levelsOfBytes(laidOut(one))).toEqual({ ...one, cid: CID })
  })

  it('with fewer slots is read with what it has', () => {
    const bytes = Buffer.from(laidOut(levels()).subarray(0, 126 + 24))
    bytes.writeUInt16BE(0x7000 | (150 - 16), 16)
    bytes.writeUInt16BE(0x7000 | (150 - 38), 38)
    bytes.writeUInt16BE(0x7000 | (150 - 115), 115)
    bytes.writeUInt16BE(25, 123)
    expect(levelsOfBytes(bytes)).toMatchObject({ universe: 0x1234, slots: levels().slots.slice(0, 24) })
  })

  it.each<[string, string, (bytes: Buffer) => Buffer]>([
    ['cut short', 'length', bytes => bytes.subarray(0, 125)],
    ['cut in its slots', 'length', bytes => bytes.subarray(0, 400)],
    ['too long', 'length', bytes => Buffer.concat([bytes, Buffer.alloc(8)])],
    ['empty', 'length', () => Buffer.alloc(0)],
    ['of another root vector (extended)', 'kind', bytes => (bytes.writeUInt32BE(8, 18), bytes)],
    ['of another framing vector (synchronisation)', 'kind', bytes => (bytes.writeUInt32BE(1, 40), bytes)],
    ['of another start code', 'kind', bytes => (bytes.writeUInt8(0xdd, 125), bytes)],
    ['of another protocol', 'kind', bytes => (bytes.write('ASC-E1.18', 4, 'latin1'), bytes)],
    ['that lies about its root length', 'length', bytes => (bytes.writeUInt16BE(0x7001, 16), bytes)],
    ['that lies about its count', 'length', bytes => (bytes.writeUInt16BE(0x0101, 123), bytes)],
    ['of universe 0', 'universe', bytes => (bytes.writeUInt16BE(0, 113), bytes)],
    ['of universe 64,000', 'universe', bytes => (bytes.writeUInt16BE(64_000, 113), bytes)],
    ['of a preview', 'preview', bytes => (bytes.writeUInt8(0x80, 112), bytes)],
  ])('%s is refused', (_, why, broken) => expect(levelsOfBytes(broken(laidOut(levels())))).toBe(why))

  it('of chance is refused without an error, ten thousand times', () => {
    let state = 12345
    const chance = () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32
    for (let turn = 0; turn < 10_000; turn++) {
      const bytes = laidOut(levels())
      for (let change = 0; change < 4; change++) bytes[Math.floor(chance() * 126)] = Math.floor(chance() * 256)
      const read = levelsOfBytes(bytes.subarray(0, Math.floor(chance() * 700)))
      if (typeof read !== 'string') expect(read.universe).toBeGreaterThan(0)
    }
  })
})
