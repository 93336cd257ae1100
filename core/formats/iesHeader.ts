import { fault, type PhotometricNote } from './photometricFaults'

/** Editions of the standard for photometric files (LM-63) that are read, by their years. */
export type IesVersion = '1986' | '1991' | '1995' | '2002' | '2019'

/** First lines of the editions, in capitals. That of 1986 has none; the one of 1995 is named in two ways. */
const FIRST_LINES: Readonly<Record<string, IesVersion>> = {
  IESNA91: '1991',
  'IESNA:LM-63-1991': '1991',
  'IESNA:LM-63-1995': '1995',
  'IESNA:LM-63-2002': '2002',
  'IES:LM-63-2019': '2019',
}

/** What stands before the numbers of a photometric file. */
export type IesHeader = {
  version: IesVersion
  keywords: Record<string, string>
  hasTilt: boolean
  body: string[]
  bodyLine: number
  /** What was taken to be meant, where the file does not keep to the standard. */
  notes: PhotometricNote[]
}

const TILT_LINE = /^\s*TILT\s*=\s*(.*?)\s*$/i
const KEYWORD_LINE = /^\s*\[\s*([A-Za-z0-9_-]+)\s*\]\s?(.*)$/
/** Old systems end a text with it. */
export const END_MARK = '\u001A'

/** Whether a text is a photometric file of this kind, as far as it can be told without reading it. */
export const looksLikeIes = (text: string): boolean =>
  /^\s*IES(?:NA)?(?::|91)/i.test(text.replace(/^\uFEFF/, '')) ||
  text.split(/\r\n|\r|\n/).some(line => TILT_LINE.test(line))

/** Reads the lines up to and with TILT; what follows are numbers. */
export const readIesHeader = (text: string): IesHeader => {
  const [plain = ''] = text.replace(/^\uFEFF/, '').split(END_MARK)
  const lines = plain.split(/\r\n|\r|\n/)
  const notes: PhotometricNote[] = []
  const firstLine = Math.max(
    0,
    lines.findIndex(line => line.trim() !== ''),
  )
  const first = lines[firstLine]!.trim()
  const tiltLine = lines.findIndex(line => TILT_LINE.test(line))
  if (tiltLine < 0) return fault({ is: 'no-tilt', first: /^IES/i.test(first) ? null : first.slice(0, 40) })
  const known = FIRST_LINES[first.toUpperCase().replace(/\s+/g, '')]
  const version = known ?? '1986'
  if (!known && /^IES/i.test(first)) return fault({ is: 'edition', line: firstLine + 1, found: first.slice(0, 40) })
  if (!known) notes.push({ is: 'no-edition' })
  const keywords: Record<string, string> = {}
  let last = ''
  let loose = 0
  for (const [index, line] of lines.slice(known ? firstLine + 1 : 0, tiltLine).entries()) {
    if (line.trim() === '') continue
    const match = KEYWORD_LINE.exec(line)
    if (!match) {
      loose += 1
      continue
    }
    const [keyword, value] = [match[1]!.toUpperCase(), match[2]!.trim()]
    if (keyword === 'MORE') {
      if (last === '') return fault({ is: 'more-of-none', line: index + firstLine + 2 })
      keywords[last] = `${keywords[last]} ${value}`.trim()
      continue
    }
    keywords[keyword] = value
    last = keyword
  }
  if (known && known !== '1991' && loose > 0) notes.push({ is: 'loose-lines', count: loose })
  const tilt = TILT_LINE.exec(lines[tiltLine]!)![1]!
  if (!['NONE', 'INCLUDE'].includes(tilt.toUpperCase())) return fault({ is: 'tilt-elsewhere', file: tilt.slice(0, 40) })
  return {
    version,
    keywords,
    hasTilt: tilt.toUpperCase() === 'INCLUDE',
    body: lines.slice(tiltLine + 1),
    bodyLine: tiltLine + 2,
    notes,
  }
}
