import type { PhotometricTable } from '../physics/sources/photometricTable'
import { err, ok, type Outcome } from '../shared/outcome'

/** Figures of a file of LM-63, in its order. */
export type IesField =
  | 'lamp-geometry'
  | 'tilt-count'
  | 'tilt-angles'
  | 'tilt-factors'
  | 'lamp-count'
  | 'lamp-lumens'
  | 'multiplier'
  | 'vertical-count'
  | 'horizontal-count'
  | 'type'
  | 'unit'
  | 'opening'
  | 'ballast'
  | 'watts'
  | 'vertical-angles'
  | 'horizontal-angles'
  | 'making'
  | 'ballast-lamp'
  | 'candela'

/** Lines of a file of EULUMDAT, in its order. */
export type EulumdatField =
  | 'maker'
  | 'kind'
  | 'symmetry'
  | 'plane-count'
  | 'plane-step'
  | 'angle-count'
  | 'angle-step'
  | 'report'
  | 'name'
  | 'after-name'
  | 'length'
  | 'width'
  | 'height'
  | 'opening-length'
  | 'opening-width'
  | 'opening-heights'
  | 'shares'
  | 'factor'
  | 'tilt'
  | 'set-count'
  | 'lamp-count'
  | 'lamp-type'
  | 'lumens'
  | 'lamp-colour'
  | 'watts'
  | 'ratios'
  | 'plane'
  | 'angle'
  | 'intensity'

/** What was taken to be meant by a file that does not keep to its standard. */
export type PhotometricNote =
  | { is: 'no-edition' | 'planes-below-zero' | 'one-plane' }
  | { is: 'loose-lines' | 'sets-of-lamps'; count: number }
  | { is: 'planes-end' | 'axis-taken'; atDeg: number }
  | { is: 'angles-end'; of: 'vertical' | 'horizontal'; atDeg: number }

/** A figure of a photometric file; where there are several of a kind its number, or the plane it lies in. */
export type FieldIn = {
  field: IesField | EulumdatField
  number?: { at: number; of: number }
  planeDeg?: number
}

/** What is wrong with a photometric file; lines count from 1. */
export type PhotometricFault =
  | { is: 'ends'; before: FieldIn }
  | { is: 'no-figure'; line: number; found: string; field: FieldIn }
  | { is: 'outside'; line: number; found: string; field: FieldIn; least: number; most: number | null }
  | { is: 'not-whole'; line: number; field: FieldIn; value: number; least: number; most: number }
  | { is: 'too-large'; line: number | null }
  | { is: 'no-tilt'; first: string | null }
  | { is: 'edition'; line: number; found: string }
  | { is: 'more-of-none'; line: number }
  | { is: 'tilt-elsewhere'; file: string }
  | { is: 'too-many-values'; count: number | null; most: number }
  | { is: 'no-lumens'; lumens: number }
  | { is: 'no-factor' | 'no-light' }
  | { is: 'figures-left'; count: number }
  | { is: 'symmetry'; planes: number }
  | { is: 'angles-fall'; of: 'vertical' | 'horizontal' }
  | {
      is: 'angles-range'
      type: PhotometricTable['type']
      of: 'vertical' | 'horizontal'
      fromDeg: number
      toDeg: number
    }
  | { is: 'too-bright'; cd: number; least: number; most: number }
  | { is: 'too-wide'; widthM: number; most: number }

/** Thrown with what is wrong with a file, and caught where it is read. */
class Unreadable extends Error {
  constructor(readonly fault: PhotometricFault) {
    super(fault.is)
  }
}

/** Ends the reading of a photometric file with what is wrong. */
export const fault = (wrong: PhotometricFault): never => {
  throw new Unreadable(wrong)
}

/** Why a photometric file is not taken. */
export type PhotometricRefusal = { is: 'photometric'; fault: PhotometricFault }

/** Reads a photometric file; what is wrong with it is told. */
export const reading = <T>(read: () => T): Outcome<T, PhotometricRefusal> => {
  try {
    return ok(read())
  } catch (error) {
    if (error instanceof Unreadable) return err({ is: 'photometric', fault: error.fault })
    throw error
  }
}
