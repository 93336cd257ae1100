import { viewOf } from './bytes'

/** Markers of ISO/IEC 10918-1, table B.1. */
const MARKER = 0xff
const SOF0 = 0xc0
const SOF1 = 0xc1
const SOF2 = 0xc2
const DHT = 0xc4
const SOS = 0xda
const EOI = 0xd9
const DRI = 0xdd
const isRestart = (code: number) => code >= 0xd0 && code <= 0xd7

/**
 * A Huffman table as ISO/IEC 10918-1, F.2.2.3 decodes with it: per length the largest code, and where its values
 * begin.
 */
type Table = { most: Int32Array; shift: Int32Array; values: Uint8Array; quick: Int16Array }

const QUICK_BITS = 9

const tableFrom = (counts: Uint8Array, values: Uint8Array): Table => {
  const most = new Int32Array(18).fill(-1)
  const shift = new Int32Array(18)
  // Codes of up to nine bits at once: length in the high byte, value in the low one; -1 for longer ones.
  const quick = new Int16Array(1 << QUICK_BITS).fill(-1)
  let [code, at] = [0, 0]
  for (let length = 1; length <= 16; length++) {
    shift[length] = at - code
    for (let index = 0; index < counts[length - 1]!; index++) {
      if (length <= QUICK_BITS)
        quick.fill((length << 8) | values[at]!, code << (QUICK_BITS - length), (code + 1) << (QUICK_BITS - length))
      code += 1
      at += 1
    }
    if (counts[length - 1]! > 0) most[length] = code - 1
    code <<= 1
  }
  return { most, shift, values, quick }
}

class Ended extends Error {}

/** Bits of a scan; throws {@link Ended} where a marker or the end of the file comes first. */
const bitReader = (bytes: Uint8Array, from: number) => {
  let [at, buffer, held] = [from, 0, 0]
  const fill = (wanted: number) => {
    while (held < wanted) {
      const byte = bytes[at]
      if (byte === undefined) throw new Ended()
      if (byte === MARKER) {
        if (bytes[at + 1] !== 0) throw new Ended()
        at += 1
      }
      at += 1
      buffer = ((buffer << 8) | byte) & 0x3ffffff
      held += 8
    }
  }
  return {
    skip: (count: number) => {
      for (let left = count; left > 0; left -= 8) {
        const some = Math.min(8, left)
        fill(some)
        held -= some
      }
    },
    symbol: ({ most, shift, values, quick }: Table): number => {
      // Near the end fewer than nine bits may be left before the marker.
      if (held < QUICK_BITS) {
        try {
          fill(QUICK_BITS)
        } catch (error) {
          if (!(error instanceof Ended) || held === 0) throw error
        }
      }
      if (held >= QUICK_BITS) {
        const found = quick[(buffer >> (held - QUICK_BITS)) & ((1 << QUICK_BITS) - 1)]!
        if (found >= 0) {
          held -= found >> 8
          return found & 0xff
        }
      }
      let code = 0
      for (let length = 1; length <= 16; length++) {
        fill(1)
        held -= 1
        code = (code << 1) | ((buffer >> held) & 1)
        if (most[length]! >= 0 && code <= most[length]! && code + shift[length]! >= 0)
          return values[code + shift[length]!]!
      }
      throw new Ended()
    },
    /** Drops what is left of the byte and takes the restart marker that has to come. */
    restart: () => {
      held = 0
      buffer = 0
      while (bytes[at] === MARKER && bytes[at + 1] === MARKER) at += 1
      if (bytes[at] !== MARKER || !isRestart(bytes[at + 1]!)) throw new Ended()
      at += 2
    },
    at: () => at,
  }
}

type Part = { id: number; across: number; down: number }
type Frame = { isProgressive: boolean; width: number; height: number; parts: Part[] }

/**
 * Walks the entropy-coded data of a sequential scan; throws {@link Ended} where it is not all there. Answers where it
 * ends.
 */
const walkScan = (
  bytes: Uint8Array,
  from: number,
  frame: Frame,
  scanned: { part: Part; dc: Table; ac: Table }[],
  interval: number,
): number => {
  const [mostAcross, mostDown] = [
    Math.max(...frame.parts.map(({ across }) => across)),
    Math.max(...frame.parts.map(({ down }) => down)),
  ]
  const isAlone = scanned.length === 1
  const blocksOf = (part: Part) => (isAlone ? 1 : part.across * part.down)
  const [first] = scanned
  const units = isAlone
    ? Math.ceil((frame.width * first!.part.across) / mostAcross / 8) *
      Math.ceil((frame.height * first!.part.down) / mostDown / 8)
    : Math.ceil(frame.width / (8 * mostAcross)) * Math.ceil(frame.height / (8 * mostDown))
  const bits = bitReader(bytes, from)
  for (let unit = 0; unit < units; unit++) {
    if (interval > 0 && unit > 0 && unit % interval === 0) bits.restart()
    for (const { part, dc, ac } of scanned) {
      for (let block = blocksOf(part); block > 0; block--) {
        bits.skip(bits.symbol(dc))
        for (let index = 1; index < 64;) {
          const symbol = bits.symbol(ac)
          const size = symbol & 15
          if (size === 0) {
            if (symbol !== 0xf0) break
            index += 16
            continue
          }
          index += (symbol >> 4) + 1
          bits.skip(size)
        }
      }
    }
  }
  return bits.at()
}

/** The next marker that is no restart and no stuffed byte. */
const nextMarker = (bytes: Uint8Array, from: number): number => {
  for (let at = from; at + 1 < bytes.length; at++) {
    if (bytes[at] === MARKER && bytes[at + 1] !== 0 && bytes[at + 1] !== MARKER && !isRestart(bytes[at + 1]!)) return at
  }
  return bytes.length
}

/**
 * Whether a JPEG holds all of its picture. A browser draws one that was cut and closed again without a word, grey or
 * smeared from the
 * cut on. Sequential files are counted through block by block; of progressive ones it is asked whether their scans
 * bring every
 * coefficient to its last bit (a cut within the last scan, its finest detail, is not told). What is built in other
 * ways counts as whole.
 */
export const isWholeJpeg = (bytes: Uint8Array): boolean => {
  const view = viewOf(bytes)
  const tables = new Map<number, Table>()
  /** Of progressive files: by component, lowest bit still missing of the DC and of the AC coefficients. */
  const missing = new Map<number, [number, number]>()
  const seen = new Set<number>()
  let frame: Frame | undefined
  let interval = 0
  let at = 2
  try {
    while (at + 4 <= bytes.length) {
      if (bytes[at] !== MARKER) return true
      const code = bytes[at + 1]!
      if (code === MARKER) {
        at += 1
        continue
      }
      if (code === EOI) break
      const length = view.getUint16(at + 2)
      const end = at + 2 + length
      if (code === SOF0 || code === SOF1 || code === SOF2) {
        const parts = Array.from({ length: bytes[at + 9]! }, (_, index) => {
          const part = at + 10 + 3 * index
          return { id: bytes[part]!, across: bytes[part + 1]! >> 4, down: bytes[part + 1]! & 15 }
        })
        frame = { isProgressive: code === SOF2, height: view.getUint16(at + 5), width: view.getUint16(at + 7), parts }
        for (const { id } of parts) missing.set(id, [16, 16])
      }
      if (code === DRI) interval = view.getUint16(at + 4)
      if (code === DHT) {
        for (let table = at + 4; table + 17 <= end;) {
          const counts = bytes.subarray(table + 1, table + 17)
          const count = counts.reduce((sum, one) => sum + one, 0)
          tables.set(bytes[table]!, tableFrom(counts, bytes.subarray(table + 17, table + 17 + count)))
          table += 17 + count
        }
      }
      if (code !== SOS) {
        at = end
        continue
      }
      if (!frame) return true
      const count = bytes[at + 4]!
      const scanned = Array.from({ length: count }, (_, index) => ({
        id: bytes[at + 5 + 2 * index]!,
        chosen: bytes[at + 6 + 2 * index]!,
      }))
      const [from, low] = [bytes[at + 5 + 2 * count]!, bytes[at + 7 + 2 * count]! & 15]
      for (const { id } of scanned) {
        seen.add(id)
        const known = missing.get(id)
        if (known) known[from === 0 ? 0 : 1] = Math.min(known[from === 0 ? 0 : 1], low)
      }
      if (frame.isProgressive) {
        at = nextMarker(bytes, end)
        continue
      }
      const walked = scanned.map(({ id, chosen }) => ({
        part: frame!.parts.find(part => part.id === id),
        dc: tables.get(chosen >> 4),
        ac: tables.get(0x10 | (chosen & 15)),
      }))
      if (!walked.every((one): one is { part: Part; dc: Table; ac: Table } => !!one.part && !!one.dc && !!one.ac))
        return true
      at = nextMarker(bytes, walkScan(bytes, end, frame, walked, interval))
    }
  } catch (error) {
    if (error instanceof Ended) return false
    throw error
  }
  if (!frame) return true
  return frame.isProgressive
    ? [...missing.values()].every(([dc, ac]) => dc === 0 && ac === 0)
    : seen.size === frame.parts.length
}
