/** A TIFF's bytes, and which end of its numbers comes first. */
export type TiffView = { view: DataView; isLittle: boolean; isLarge?: boolean }

/** Where the numbers of a tag lie. */
export type Entry = { type: number; count: number; at: number }
/** Tags of one picture in a file. */
export type Directory = Map<number, Entry>

/** Bytes of each type of number (TIFF 6.0, section 2, and the types of 64 bits of the large kind). */
const BYTES_OF_TYPE: Readonly<Record<number, number>> = {
  1: 1,
  2: 1,
  3: 2,
  4: 4,
  6: 1,
  7: 1,
  8: 2,
  9: 4,
  11: 4,
  13: 4,
}
const LONGEST = 8
/** Bytes of an entry, of the count before it and of what fits into it, in both kinds of file. */
const PLAIN = { entry: 12, count: 2, inside: 4 } as const
const LARGE = { entry: 20, count: 8, inside: 8 } as const
/** A directory of more names no picture. */
const MOST_ENTRIES = 4096

const offsetAt = ({ view, isLittle, isLarge }: TiffView, at: number): number =>
  isLarge ? Number(view.getBigUint64(at, isLittle)) : view.getUint32(at, isLittle)

/** The numbers of a tag: whole ones, and fractions without a sign. */
export const numbersOf = ({ view, isLittle }: TiffView, { type, count, at }: Entry): number[] => {
  const read: Record<number, (place: number) => number> = {
    3: place => view.getUint16(at + 2 * place, isLittle),
    4: place => view.getUint32(at + 4 * place, isLittle),
    5: place => view.getUint32(at + 8 * place, isLittle) / view.getUint32(at + 8 * place + 4, isLittle),
    13: place => view.getUint32(at + 4 * place, isLittle),
    16: place => Number(view.getBigUint64(at + 8 * place, isLittle)),
    18: place => Number(view.getBigUint64(at + 8 * place, isLittle)),
  }
  return Array.from({ length: count }, (_, place) => (read[type] ?? (byte => view.getUint8(at + byte)))(place))
}

/** The directory at a place of a file, by tag; undefined where the file ends before what it names. */
export const directoryOf = (file: TiffView, from: number): Directory | undefined => {
  const { view, isLittle, isLarge } = file
  const size = isLarge ? LARGE : PLAIN
  if (from + size.count > view.byteLength) return undefined
  const count = isLarge ? Number(view.getBigUint64(from, isLittle)) : view.getUint16(from, isLittle)
  if (count > MOST_ENTRIES || from + size.count + count * size.entry > view.byteLength) return undefined
  const entries: Directory = new Map()
  for (let index = 0; index < count; index++) {
    const at = from + size.count + index * size.entry
    const type = view.getUint16(at + 2, isLittle)
    const length = offsetAt(file, at + 4)
    const value = at + (isLarge ? 12 : 8)
    const bytes = (BYTES_OF_TYPE[type] ?? LONGEST) * length
    const placed = bytes <= size.inside ? value : offsetAt(file, value)
    if (placed + bytes > view.byteLength) return undefined
    entries.set(view.getUint16(at, isLittle), { type, count: length, at: placed })
  }
  return entries
}

const LARGE_MARK = 43

/** The first directory of a file; undefined where the file ends before what it names. */
export const firstDirectory = (plain: TiffView): { file: TiffView; directory: Directory } | undefined => {
  const isLarge = plain.view.getUint16(2, plain.isLittle) === LARGE_MARK
  const file = { ...plain, isLarge }
  const directory = directoryOf(file, offsetAt(file, isLarge ? 8 : 4))
  return directory && { file, directory }
}
