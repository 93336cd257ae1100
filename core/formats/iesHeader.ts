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
  notes: string[]
}

const TILT_LINE = /^\s*TILT\s*=\s*(.*?)\s*$/i
const KEYWORD_LINE = /^\s*\[\s*([A-Za-z0-9_-]+)\s*\]\s?(.*)$/
/** Old systems end a text with it. */
export const END_MARK = '\u001A'

/** Whether a text is a photometric file of this kind, as far as it can be told without reading it. */
export const looksLikeIes = (text: string): boolean =>
  /^\s*IES(?:NA)?(?::|91)/i.test(text.replace(/^\uFEFF/, '')) ||
  text.split(/\r\n|\r|\n/).some(line => TILT_LINE.test(line))

/** Reads the lines up to and with TILT; what follows are numbers. `fault` is called with what is wrong and throws. */
export const readIesHeader = (text: string, fault: (message: string) => never): IesHeader => {
  const [plain = ''] = text.replace(/^\uFEFF/, '').split(END_MARK)
  const lines = plain.split(/\r\n|\r|\n/)
  const notes: string[] = []
  const firstLine = Math.max(
    0,
    lines.findIndex(line => line.trim() !== ''),
  )
  const first = lines[firstLine]!.trim()
  const tiltLine = lines.findIndex(line => TILT_LINE.test(line))
  if (tiltLine < 0)
    return fault(
      /^IES/i.test(first)
        ? 'it has no TILT= line'
        : `it has no TILT= line, and its first line is "${first.slice(0, 40)}"`,
    )
  const known = FIRST_LINES[first.toUpperCase().replace(/\s+/g, '')]
  const version = known ?? '1986'
  if (!known && /^IES/i.test(first))
    return fault(`line ${firstLine + 1} names an edition that is not known: "${first.slice(0, 40)}"`)
  if (!known) notes.push('It names no edition of the standard; it was read as one of 1986.')
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
      if (last === '') return fault(`line ${index + firstLine + 2} goes on with [MORE] before any keyword`)
      keywords[last] = `${keywords[last]} ${value}`.trim()
      continue
    }
    keywords[keyword] = value
    last = keyword
  }
  if (known && known !== '1991' && loose > 0)
    notes.push(`${loose === 1 ? 'A line' : `${loose} lines`} before TILT= that is no keyword was passed over.`)
  const tilt = TILT_LINE.exec(lines[tiltLine]!)![1]!
  if (!['NONE', 'INCLUDE'].includes(tilt.toUpperCase()))
    return fault(
      `its tilt factors are in another file ("${tilt.slice(0, 40)}"); only TILT=NONE and TILT=INCLUDE are read`,
    )
  return {
    version,
    keywords,
    hasTilt: tilt.toUpperCase() === 'INCLUDE',
    body: lines.slice(tiltLine + 1),
    bodyLine: tiltLine + 2,
    notes,
  }
}
