import { jsPDF } from 'jspdf'
import 'svg2pdf.js'
import { latin1 } from './latin1'

/** Paper sizes in millimetres (ISO 216, and ANSI Letter). */
const PAPERS = { A4: [210, 297], letter: [215.9, 279.4] } as const
const MARGIN_MM = 12
const TITLE_PT = 14
const TEXT_PT = 9
const LINE_MM = 4.6

/** A page with a title, lines of text and a drawing that stays made of lines, as a PDF (ISO 32000). */
export const pdfOf = async (
  { title, lines, drawing }: { title: string; lines: readonly string[]; drawing: SVGElement },
  paper: keyof typeof PAPERS,
): Promise<Blob> => {
  const [width, height] = PAPERS[paper]
  const pdf = new jsPDF({ unit: 'mm', format: [width, height], orientation: 'portrait' })
  pdf.setProperties({ title })
  pdf.setFontSize(TITLE_PT)
  // The letters that every reader of PDFs has by itself are those of Latin-1.
  pdf.text(latin1(title), MARGIN_MM, MARGIN_MM + 4)
  pdf.setFontSize(TEXT_PT)
  const inside = width - 2 * MARGIN_MM
  const wrapped = lines.flatMap(line => pdf.splitTextToSize(latin1(line), inside) as string[])
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
