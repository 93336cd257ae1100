import { inverse, Matrix } from 'ml-matrix'

/** A chromaticity of CIE 1931. */
export type Xy = readonly [x: number, y: number]
/** Chromaticities (CIE 1931 x, y) of a colour space. */
export type Primaries = { red: Xy; green: Xy; blue: Xy; white: Xy }

/** D65 and D50 as ISO and IEC standards give them. */
export const D65: Xy = [0.3127, 0.329]
/** Chromaticity of the profile connection space's white (ICC.1). */
export const D50: Xy = [0.34567, 0.3585]

/** XYZ of the profile connection space's white (ISO 15076-1, 7.2.16). */
const CONNECTION_WHITE = [0.9642, 1, 0.8249] as const

/** The Bradford cone responses (annex E of ISO 15076-1). */
const BRADFORD = new Matrix([
  [0.8951, 0.2664, -0.1614],
  [-0.7502, 1.7135, 0.0367],
  [0.0389, -0.0685, 1.0296],
])

const xyzOf = ([x, y]: Xy): number[] => [x / y, 1, (1 - x - y) / y]

const diagonal = (numbers: readonly number[]): Matrix => Matrix.diag([...numbers])

/** XYZ under the connection white of each primary of a colour space at full: columns red, green, blue. */
export const primariesMatrix = ({ red, green, blue, white }: Primaries): Matrix => {
  const columns = new Matrix([red, green, blue].map(xyzOf)).transpose()
  const shares = inverse(columns)
    .mmul(Matrix.columnVector(xyzOf(white)))
    .to1DArray()
  const toXyz = columns.mmul(diagonal(shares))
  const cones = (xyz: readonly number[]) => BRADFORD.mmul(Matrix.columnVector([...xyz])).to1DArray()
  const [from, to] = [cones(xyzOf(white)), cones(CONNECTION_WHITE)]
  return inverse(BRADFORD)
    .mmul(diagonal(to.map((cone, index) => cone / from[index]!)))
    .mmul(BRADFORD)
    .mmul(toXyz)
}

/** Rec. ITU-R BT.709, the primaries of sRGB (IEC 61966-2-1:1999). */
export const SRGB_PRIMARIES: Primaries = { red: [0.64, 0.33], green: [0.3, 0.6], blue: [0.15, 0.06], white: D65 }

const FROM_CONNECTION = inverse(primariesMatrix(SRGB_PRIMARIES))

/**
 * Turns linear light of a colour space, given by its columns of XYZ under the connection white, into linear sRGB:
 * nine numbers, row by row.
 */
export const toLinearSrgb = (columns: Matrix): readonly number[] => FROM_CONNECTION.mmul(columns).to1DArray()
