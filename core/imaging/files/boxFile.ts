import { ok } from '../../shared/outcome'
import type { FileColour } from '../colour/fileColour'
import { textAt, viewOf } from './bytes'
import { ANIMATED, RAW, refusedFile, sized, TRUNCATED, type Inspected } from './pictureFile'

/** A box of an ISO base media file (ISO/IEC 14496-12, 4.2): its name, and where what is in it lies. */
type Box = { name: string; from: number; to: number }

const HEADER = 8
const LONG_HEADER = 16

/** Boxes between two places; `isWhole` is false where one ends behind its file. */
const boxesIn = (bytes: Uint8Array, from: number, to: number): { boxes: Box[]; isWhole: boolean } => {
  const view = viewOf(bytes)
  const boxes: Box[] = []
  let at = from
  while (at + HEADER <= to) {
    const short = view.getUint32(at)
    const isLong = short === 1 && at + LONG_HEADER <= to
    const length = isLong ? Number(view.getBigUint64(at + HEADER)) : short || to - at
    const inside = at + (isLong ? LONG_HEADER : HEADER)
    if (length < inside - at) break
    if (at + length > to) return { boxes, isWhole: false }
    boxes.push({ name: textAt(bytes, at + 4, 4), from: inside, to: at + length })
    at += length
  }
  return { boxes, isWhole: true }
}

/** Version and flags before what is in some boxes. */
const FLAGS = 4

/** Colour as a box gives it (ISO/IEC 14496-12, 12.1.5): a profile, or codes of H.273. */
const colourIn = (bytes: Uint8Array, { from, to }: Box): { icc?: Uint8Array; colour?: FileColour } => {
  const kind = textAt(bytes, from, 4)
  if (kind === 'prof' || kind === 'rICC') return { icc: bytes.subarray(from + 4, to) }
  if (kind !== 'nclx' || to - from < 10) return {}
  const view = viewOf(bytes)
  return { colour: { kind: 'coded', primaries: view.getUint16(from + 4), transfer: view.getUint16(from + 6) } }
}

/** Pictures by the kind that their file calls itself; the others of its kinds stand behind. */
const KINDS: Readonly<Record<string, 'avif' | 'heic'>> = { avif: 'avif', heic: 'heic', heix: 'heic', heim: 'heic' }
const MOVING = ['avis', 'hevc', 'hevx', 'msf1']

const kindOf = (bytes: Uint8Array, { from, to }: Box): 'avif' | 'heic' | 'moving' | undefined => {
  const names = [textAt(bytes, from, 4)]
  for (let at = from + 8; at + 4 <= to; at += 4) names.push(textAt(bytes, at, 4))
  if (MOVING.includes(names[0]!)) return 'moving'
  return names.map(name => KINDS[name]).find(kind => kind !== undefined)
}

/** Reads the boxes of a HEIF picture (ISO/IEC 23008-12, annexes B and F, and AVIF). Others may be raw files. */
export const inspectBoxes = (bytes: Uint8Array): Inspected => {
  const { boxes, isWhole } = boxesIn(bytes, 0, bytes.length)
  const brand = boxes.find(({ name }) => name === 'ftyp')
  const kind = brand && kindOf(bytes, brand)
  if (kind === 'moving') return ANIMATED
  if (!kind) return brand && textAt(bytes, brand.from, 3) === 'mp4' ? ANIMATED : ok(RAW)
  if (!isWhole) return TRUNCATED
  const inside = (parent: Box | undefined, name: string, skipped = 0): Box[] =>
    parent ? boxesIn(bytes, parent.from + skipped, parent.to).boxes.filter(box => box.name === name) : []
  const meta = boxes.find(({ name }) => name === 'meta')
  const [properties] = inside(inside(meta, 'iprp', FLAGS)[0], 'ipco')
  const view = viewOf(bytes)
  // The picture is the largest there is; a file made of tiles says the size of the whole beside that of a tile.
  const sizes = inside(properties, 'ispe')
    .filter(({ from, to }) => to - from >= FLAGS + 8)
    .map(({ from }) => ({
      width: view.getUint32(from + FLAGS),
      height: view.getUint32(from + FLAGS + 4),
    }))
  const [size] = sizes.sort((a, b) => b.width * b.height - a.width * a.height)
  if (!size) return refusedFile({ is: 'pictureless', kind: 'box' })
  const told = inside(properties, 'colr').map(box => colourIn(bytes, box))
  return sized({
    kind,
    ...size,
    depth: 8,
    icc: told.find(({ icc }) => icc)?.icc ?? null,
    colour: told.find(({ colour }) => colour)?.colour,
  })
}
