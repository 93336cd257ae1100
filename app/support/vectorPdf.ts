import { jsPDF } from 'jspdf'
import 'svg2pdf.js'
import fontUrl from '@expo-google-fonts/inter/400Regular/Inter_400Regular.ttf?url'

/** Paper sizes in millimetres (ISO 216, and ANSI Letter). */
const PAPERS = { A4: [210, 297], letter: [215.9, 279.4] } as const
const MARGIN_MM = 12
const TITLE_PT = 14
const TEXT_PT = 9
const LINE_MM = 4.6
/** The app's own font goes with the file, under the names that its drawings call it by. */
const FAMILIES = ['Inter', 'Inter Variable'] as const
const FONT_FILE = 'Inter.ttf'
const UNWRITTEN = 'Letters that the font of this file does not have are written as "?".'

/** Bytes as the letters that the library keeps files by. */
const lettersOf = (bytes: Uint8Array): string => {
  let letters = ''
  for (let at = 0; at < bytes.length; at += 0x8000) letters += String.fromCharCode(...bytes.subarray(at, at + 0x8000))
  return letters
}

const withFont = async (pdf: jsPDF): Promise<void> => {
  const answer = await fetch(fontUrl)
  if (!answer.ok) throw new Error('The font of the file could not be loaded. Nothing was saved; try again.')
  pdf.addFileToVFS(FONT_FILE, lettersOf(new Uint8Array(await answer.arrayBuffer())))
  for (const family of FAMILIES) for (const style of ['normal', 'bold', 'italic']) pdf.addFont(FONT_FILE, family, style)
  pdf.setFont(FAMILIES[0], 'normal')
}

/** What the library says of the font that is in use. */
type FontFacts = { metadata: { characterToGlyph: (code: number) => number } }

/** A page with a title, lines of text and a drawing that stays made of lines, as a PDF (ISO 32000). */
export const pdfOf = async (
  { title, lines, drawing }: { title: string; lines: readonly string[]; drawing: SVGElement },
  paper: keyof typeof PAPERS,
): Promise<Blob> => {
  const [width, height] = PAPERS[paper]
  const pdf = new jsPDF({ unit: 'mm', format: [width, height], orientation: 'portrait' })
  pdf.setProperties({ title })
  await withFont(pdf)
  const { metadata } = (pdf as unknown as { internal: { getFont: () => FontFacts } }).internal.getFont()
  let isWhole = true
  const written = (text: string): string =>
    Array.from(text, letter => {
      const isThere = metadata.characterToGlyph(letter.codePointAt(0)!) > 0
      isWhole &&= isThere
      return isThere ? letter : '?'
    }).join('')
  pdf.setFontSize(TITLE_PT)
  pdf.text(written(title), MARGIN_MM, MARGIN_MM + 4)
  pdf.setFontSize(TEXT_PT)
  const inside = width - 2 * MARGIN_MM
  const all = lines.map(written)
  const wrapped = (isWhole ? all : [...all, UNWRITTEN]).flatMap(line => pdf.splitTextToSize(line, inside) as string[])
  const box = drawing.getBoundingClientRect()
  const drawn = { width: inside, height: (inside * box.height) / box.width }
  const top = MARGIN_MM + 10
  await pdf.svg(drawing, { x: MARGIN_MM, y: top, ...drawn })
  let at = top + drawn.height + 8
  for (const line of wrapped) {
    if (at > height - MARGIN_MM) {
      pdf.addPage()
      at = MARGIN_MM + 4
    }
    pdf.text(line, MARGIN_MM, at)
    at += LINE_MM
  }
  return pdf.output('blob')
}
