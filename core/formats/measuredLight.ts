import type { PhotometricFile } from './photometricFile'
import type { PhotometricFault, PhotometricNote, PhotometricRefusal } from './photometricFaults'
import type { EmitterShape, Modifier } from '../physics/sources/modifier'
import { modifierOfKind } from '../physics/sources/modifiers'
import type { Output } from '../physics/sources/output'
import { LUX_AT_1_M, MOST_FRONT_M } from '../model/lightSchema'
import { err, ok, type Outcome } from '../shared/outcome'

const SMALLEST_M = 0.02

/**
 * The front that a file's opening makes: round where its sizes are negative, a small disc where it gives none. Length
 * lies along the
 * plane through 0 and 180 degrees, width along the one through 90 and 270 (LM-63, its figure of luminous openings;
 * from memory): the
 * 0-degree plane of the table is across.
 */
const frontOf = ({ widthM, lengthM }: PhotometricFile): EmitterShape => {
  if (widthM > 0 && lengthM > 0)
    return { shape: 'rectangle', widthM: Math.max(SMALLEST_M, lengthM), heightM: Math.max(SMALLEST_M, widthM) }
  return { shape: 'disc', radiusM: Math.max(SMALLEST_M / 2, Math.abs(widthM) / 2, Math.abs(lengthM) / 2) }
}

/** What a photometric file makes of a light: its output, and what hangs on it. */
export type MeasuredLamp = { output: Output; modifier: Modifier; notes: PhotometricNote[] }

const shinesBack = ({ type, verticalDeg, candela }: PhotometricFile): boolean =>
  type === 'C' && candela.some(row => row.some((value, index) => verticalDeg[index]! > 90 && value > 0))

const refused = (fault: PhotometricFault) => err({ is: 'photometric', fault } satisfies PhotometricRefusal)

/**
 * A photometric file as a light: its greatest candela as the output, its distribution as the modifier's table. With
 * type C the
 * file's downward axis becomes the light's axis. Refuses what no light of a set can be.
 */
export const measuredLight = (file: PhotometricFile, name: string): Outcome<MeasuredLamp, PhotometricRefusal> => {
  const open = modifierOfKind('open-face')
  const greatest = file.candela.reduce((most, row) => row.reduce((of, value) => Math.max(of, value), most), 0)
  const [leastLux, mostLux] = LUX_AT_1_M
  if (greatest < leastLux || greatest > mostLux)
    return refused({ is: 'too-bright', cd: greatest, least: leastLux, most: mostLux })
  const opening = Math.max(Math.abs(file.widthM), Math.abs(file.lengthM))
  if (opening > MOST_FRONT_M) return refused({ is: 'too-wide', widthM: opening, most: MOST_FRONT_M })
  return ok({
    notes: file.notes,
    output: { from: 'lux-at-1-m', lux: greatest },
    modifier: {
      ...open,
      kind: 'measured',
      name: name.slice(0, 80) || 'Measured light',
      front: frontOf(file),
      lossStops: 0,
      tilt: file.tilt && { anglesDeg: file.tilt.anglesDeg, factors: file.tilt.factors },
      // What shines backward cannot have a closed back.
      housing: shinesBack(file) ? null : open.housing,
      table: {
        type: file.type,
        verticalDeg: file.verticalDeg,
        horizontalDeg: file.horizontalDeg,
        relative: file.candela.map(row => row.map(value => value / greatest)),
      },
    },
  })
}
