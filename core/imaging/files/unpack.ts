/** Codes of LZW in TIFF 6.0, section 13: the table is begun anew, the data end; codes grow from 9 to 12 bits. */
const CLEAR = 256
const END = 257
const FIRST_FREE = 258
const [LEAST_BITS, MOST_BITS] = [9, 12]

/**
 * Unpacks LZW as TIFF has it (section 13), up to so many bytes. Data that end without their mark are taken as far as
 * they go; throws where a code cannot be.
 */
export const unpackLzw = (packed: Uint8Array, most: number): Uint8Array<ArrayBuffer> => {
  const out = new Uint8Array(most)
  const before = new Uint16Array(1 << MOST_BITS)
  const last = new Uint8Array(1 << MOST_BITS)
  const length = new Uint16Array(1 << MOST_BITS)
  for (let code = 0; code < CLEAR; code++) {
    last[code] = code
    length[code] = 1
  }
  let [free, bits, old, first, at] = [FIRST_FREE, LEAST_BITS, -1, 0, 0]
  let [place, held, count] = [0, 0, 0]
  const next = (): number => {
    while (count < bits) {
      if (place >= packed.length) return END
      held = ((held << 8) | packed[place++]!) & 0xffffff
      count += 8
    }
    count -= bits
    return (held >>> count) & ((1 << bits) - 1)
  }
  for (let code = next(); code !== END && at < most; code = next()) {
    if (code === CLEAR) {
      ;[free, bits, old] = [FIRST_FREE, LEAST_BITS, -1]
      continue
    }
    if (code > free || (code >= CLEAR && old < 0) || (code === free && old < 0))
      throw new RangeError('a code of its packing cannot be')
    const isNew = code === free
    const long = isNew ? length[old]! + 1 : length[code]!
    let to = at + long - 1
    at += long
    let chain = code
    if (isNew) {
      if (to < most) out[to] = first
      to -= 1
      chain = old
    }
    for (; chain >= CLEAR; chain = before[chain]!, to--) if (to < most) out[to] = last[chain]!
    if (to < most) out[to] = chain
    first = chain
    if (old >= 0 && free < 1 << MOST_BITS) {
      before[free] = old
      last[free] = first
      length[free] = length[old]! + 1
      free += 1
      // The table says one code early that they grow.
      if (free === (1 << bits) - 1 && bits < MOST_BITS) bits += 1
    }
    old = code
  }
  return out
}

/** A count that says nothing. */
const NOTHING = -128

/** Unpacks runs of bytes (PackBits; TIFF 6.0, section 9), up to so many bytes. */
export const unpackRuns = (packed: Uint8Array, most: number): Uint8Array<ArrayBuffer> => {
  const out = new Uint8Array(most)
  let at = 0
  for (let place = 0; place < packed.length && at < most;) {
    const count = (packed[place++]! << 24) >> 24
    if (count === NOTHING) continue
    if (count < 0) {
      out.fill(packed[place++] ?? 0, at, at + 1 - count)
      at += 1 - count
    } else {
      const run = packed.subarray(place, Math.min(place + count + 1, place + most - at))
      out.set(run, at)
      place += count + 1
      at += count + 1
    }
  }
  return out
}
