import type { Matrix } from 'ml-matrix'
import { D50, D65, primariesMatrix, SRGB_PRIMARIES, type Primaries } from './primaries'

/** The colour spaces that cameras write, by their standards. */
export const KNOWN_SPACES: readonly { name: string; primaries: Primaries }[] = [
  { name: 'sRGB', primaries: SRGB_PRIMARIES },
  // SMPTE RP 431-2 primaries with the white of D65.
  { name: 'P3 (D65)', primaries: { red: [0.68, 0.32], green: [0.265, 0.69], blue: [0.15, 0.06], white: D65 } },
  // IEC 61966-2-5:2007.
  { name: 'opRGB', primaries: { red: [0.64, 0.33], green: [0.21, 0.71], blue: [0.15, 0.06], white: D65 } },
  // ISO 22028-2:2013.
  {
    name: 'ROMM RGB',
    primaries: { red: [0.7347, 0.2653], green: [0.1596, 0.8404], blue: [0.0366, 0.0001], white: D50 },
  },
  // Rec. ITU-R BT.2020.
  { name: 'BT.2020', primaries: { red: [0.708, 0.292], green: [0.17, 0.797], blue: [0.131, 0.046], white: D65 } },
]

/** The primaries of a known space. */
export const knownSpace = (name: string): Primaries => KNOWN_SPACES.find(space => space.name === name)!.primaries

/** Profiles round their numbers, and some adapt the white a little differently. */
const ALIKE = 0.006

const chromaticities = (columns: Matrix): number[] =>
  [0, 1, 2].flatMap(column => {
    const [x, y, z] = columns.getColumn(column)
    return [x! / (x! + y! + z!), y! / (x! + y! + z!)]
  })

/** The name of the colour space whose primaries a profile has; undefined where it is none of the known. */
export const spaceNamed = (columns: Matrix): string | undefined => {
  const mine = chromaticities(columns)
  return KNOWN_SPACES.find(({ primaries }) =>
    chromaticities(primariesMatrix(primaries)).every((number, index) => Math.abs(number - mine[index]!) < ALIKE),
  )?.name
}
