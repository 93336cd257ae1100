import { Unzlib } from 'fflate'
import type { FileColour } from '../colour/fileColour'
import type { Primaries, Xy } from '../colour/primaries'
import { joined, textAt, viewOf } from './bytes'
import { ANIMATED, refusedFile, sized, TRUNCATED, type Inspected } from './pictureFile'

const SIGNATURE_LENGTH = 8
/** Length, name and check sum around the data of a chunk (ISO/IEC 15948, 5.3). */
const AROUND = 12

/** No profile of a camera's or printer's colours has more; a few bytes can announce a thousand times as much. */
const MOST_PROFILE_BYTES = 8_000_000
const FED_BYTES = 16_384

/** What compressed bytes hold, where that is no more than it may be; null where it is, or they are damaged. */
const inflated = (data: Uint8Array, most: number): Uint8Array | null => {
  const pieces: Uint8Array[] = []
  let size = 0
  try {
    const unzip = new Unzlib(piece => {
      size += piece.length
      pieces.push(piece)
    })
    for (let at = 0; at < data.length; at += FED_BYTES) {
      unzip.push(data.subarray(at, at + FED_BYTES), at + FED_BYTES >= data.length)
      if (size > most) return null
    }
  } catch {
    return null
  }
  return joined(pieces)
}

/** A profile behind its name and the number of its compression, which is always 0 (ISO/IEC 15948, 11.3.3.3). */
const profileIn = (data: Uint8Array): Uint8Array | null => {
  const end = data.indexOf(0)
  return end > 0 && data[end + 1] === 0 ? inflated(data.subarray(end + 2), MOST_PROFILE_BYTES) : null
}

/** Numbers of the chunks for gamma and chromaticities count hundred-thousandths (PNG, third edition, 11.3.2). */
const UNIT = 100_000

/** Chromaticities in their chunk: white, red, green, blue. */
const primariesIn = (data: Uint8Array): Primaries | null => {
  if (data.length !== 32) return null
  const view = viewOf(data)
  const xy = (index: number): Xy => [view.getUint32(8 * index) / UNIT, view.getUint32(8 * index + 4) / UNIT]
  const [white, red, green, blue] = [xy(0), xy(1), xy(2), xy(3)]
  // A y of nothing stands for no colour.
  return [white, red, green, blue].every(([, y]) => y > 0) ? { red, green, blue, white } : null
}

/** What a PNG says of its colours, in the order of what counts (PNG, third edition, 4.3). */
const colourIn = (chunks: ReadonlyMap<string, Uint8Array>): FileColour | undefined => {
  const coded = chunks.get('cICP')
  if (coded?.length === 4) return { kind: 'coded', primaries: coded[0]!, transfer: coded[1]! }
  if (chunks.has('sRGB')) return { kind: 'named', name: 'sRGB' }
  const gamma = chunks.get('gAMA')
  const power = gamma?.length === 4 ? viewOf(gamma).getUint32(0) : 0
  if (power === 0) return undefined
  return { kind: 'power', exponent: UNIT / power, primaries: primariesIn(chunks.get('cHRM') ?? new Uint8Array(0)) }
}

/** Reads a PNG's chunks to its end. */
export const inspectPng = (bytes: Uint8Array): Inspected => {
  const view = viewOf(bytes)
  const chunks = new Map<string, Uint8Array>()
  for (let at = SIGNATURE_LENGTH; at + AROUND <= bytes.length;) {
    const length = view.getUint32(at)
    const name = textAt(bytes, at + 4, 4)
    if (at + AROUND + length > bytes.length) return TRUNCATED
    if (!chunks.has(name)) chunks.set(name, bytes.subarray(at + 8, at + 8 + length))
    if (name === 'acTL') return ANIMATED
    if (name === 'IEND') {
      const header = chunks.get('IHDR')
      if (!header || header.length < 13) return refusedFile({ is: 'sizeless', kind: 'png' })
      const profile = chunks.get('iCCP')
      return sized({
        kind: 'png',
        width: viewOf(header).getUint32(0),
        height: viewOf(header).getUint32(4),
        depth: header[8] === 16 ? 16 : 8,
        // Codes count more than a profile.
        icc: profile && !chunks.has('cICP') ? profileIn(profile) : null,
        colour: colourIn(chunks),
      })
    }
    at += AROUND + length
  }
  return TRUNCATED
}
