import type { IesFile } from './iesFile'
import { modifierOfKind, type EmitterShape, type Modifier } from '../sources/modifiers'
import type { Output } from '../sources/output'

const SMALLEST_M = 0.02

/** The front that a file's opening makes: round where its sizes are negative, a small disc where it gives none. */
const frontOf = ({ widthM, lengthM }: IesFile): EmitterShape => {
  if (widthM > 0 && lengthM > 0) return { shape: 'rectangle', widthM: Math.max(SMALLEST_M, widthM), heightM: Math.max(SMALLEST_M, lengthM) }
  return { shape: 'disc', radiusM: Math.max(SMALLEST_M / 2, Math.abs(widthM) / 2, Math.abs(lengthM) / 2) }
}

const shinesBack = ({ type, verticalDeg, candela }: IesFile): boolean =>
  type === 'C' && candela.some(row => row.some((value, index) => verticalDeg[index]! > 90 && value > 0))

/**
 * A photometric file as a light: its greatest candela as the output, its distribution as the modifier's table. With type C the
 * file's downward axis becomes the light's axis.
 */
export const measuredLight = (file: IesFile, name: string): { output: Output, modifier: Modifier } => {
  const open = modifierOfKind('open-face')
  const greatest = Math.max(...file.candela.flat())
  return {
    output: { from: 'lux-at-1-m', lux: greatest },
    modifier: {
      ...open,
      kind: 'measured',
      name: name.slice(0, 80) || 'Measured light',
      front: frontOf(file),
      lossStops: 0,
      // What shines backward cannot have a closed back.
      housing: shinesBack(file) ? null : open.housing,
      table: { type: file.type, verticalDeg: file.verticalDeg, horizontalDeg: file.horizontalDeg, relative: file.candela.map(row => row.map(value => value / greatest)) },
    },
  }
}
