/** Editions of the standard for photometric files (LM-63) that are read. */
export type IesVersion = '1995' | '2002' | '2019'

/** First lines of the files that are understood. The 1995 edition is named in two ways. */
const FIRST_LINES: Record<string, IesVersion> = {
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
}

/** Reads the lines up to and with TILT; what follows are numbers. `fault` is called with what is wrong and throws. */
export const readIesHeader = (text: string, fault: (message: string) => never): IesHeader => {
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\r|\n/)
  const version = FIRST_LINES[lines[0]!.trim()]
  if (!version)
    return fault(
      `its first line is "${lines[0]!.trim().slice(0, 40)}", and only ${Object.keys(FIRST_LINES).join(', ')} are read`,
    )
  const tiltLine = lines.findIndex(line => /^TILT=/.test(line.trim()))
  if (tiltLine < 0) return fault('it has no TILT= line')
  const keywords: Record<string, string> = {}
  let last = ''
  for (const [index, line] of lines.slice(1, tiltLine).entries()) {
    if (line.trim() === '') continue
    const match = /^\s*\[([A-Z0-9_-]+)\]\s?(.*)$/.exec(line)
    if (!match) return fault(`line ${index + 2} is neither a keyword in brackets nor TILT=`)
    const [keyword, value] = [match[1]!, match[2]!.trim()]
    if (keyword === 'MORE') {
      if (last === '') return fault(`line ${index + 2} goes on with [MORE] before any keyword`)
      keywords[last] = `${keywords[last]} ${value}`.trim()
      continue
    }
    keywords[keyword] = value
    last = keyword
  }
  const tilt = lines[tiltLine]!.trim().slice('TILT='.length)
  if (tilt !== 'NONE' && tilt !== 'INCLUDE')
    return fault(
      `its tilt factors are in another file ("${tilt.slice(0, 40)}"); only TILT=NONE and TILT=INCLUDE are read`,
    )
  return { version, keywords, hasTilt: tilt === 'INCLUDE', body: lines.slice(tiltLine + 1), bodyLine: tiltLine + 2 }
}
