import type { PhotometricTable } from '../physics/sources/photometricTable'
import type { PhotometricNote } from './photometricFaults'

/** A photometric file as its standard lays it out, every multiplier taken into the candela. */
export type PhotometricFile = {
  /** What the file calls the lamp; empty where it says nothing. */
  name: string
  /** Lamp factors over tilt angles, where the file gives them. */
  tilt: { anglesDeg: number[]; factors: number[] } | null
  /** Rated lumens of one lamp; null where the file is absolute. */
  lumensPerLamp: number | null
  type: PhotometricTable['type']
  /** Size of the luminous opening, metres. Negative sizes mean round ones, as in LM-63. */
  widthM: number
  lengthM: number
  heightM: number
  watts: number
  verticalDeg: number[]
  horizontalDeg: number[]
  /** Absolute candela, `candela[horizontal][vertical]`. */
  candela: number[][]
  /** What was taken to be meant, where the file does not keep to its standard. */
  notes: PhotometricNote[]
}

/** Angles of a distribution at most, in each direction. */
export const MOST_ANGLES = 1000
/** Values of a distribution at most: a reading every degree all round has 130,000. */
export const MOST_VALUES = 200_000
