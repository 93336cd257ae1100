import { SRGB_RESPONSE } from '../../camera/response'
import type { ToneCurve } from './iccCurve'
import { knownSpace } from './knownSpaces'
import { D65, SRGB_PRIMARIES, type Primaries } from './primaries'

/** How a file names its colour space where it holds no profile. */
export type FileColour =
  | { kind: 'named'; name: 'sRGB' | 'opRGB' }
  /** Code points of Rec. ITU-T H.273. */
  | { kind: 'coded'; primaries: number; transfer: number }
  /** A power of the file's values, and primaries where it names them. */
  | { kind: 'power'; exponent: number; primaries: Primaries | null }
  /** It says that it is not sRGB, and not what it is. */
  | { kind: 'other' }

/** IEC 61966-2-1, as a curve from shares of the range to light. */
export const srgbCurve: ToneCurve = share => SRGB_RESPONSE.linearFromValue(255 * share)

/** A power of the file's values. */
export const powerCurve =
  (exponent: number): ToneCurve =>
  share =>
    share ** exponent

/** Rec. ITU-R BT.709, 1.2, turned round. */
const videoCurve: ToneCurve = share => (share < 0.081 ? share / 4.5 : ((share + 0.099) / 1.099) ** (1 / 0.45))

/** Chromaticities by the code points of Rec. ITU-T H.273, table 2. */
export const CODED_PRIMARIES: Readonly<Record<number, Primaries>> = {
  1: SRGB_PRIMARIES,
  4: { red: [0.67, 0.33], green: [0.21, 0.71], blue: [0.14, 0.08], white: [0.31, 0.316] },
  5: { red: [0.64, 0.33], green: [0.29, 0.6], blue: [0.15, 0.06], white: D65 },
  6: { red: [0.63, 0.34], green: [0.31, 0.595], blue: [0.155, 0.07], white: D65 },
  7: { red: [0.63, 0.34], green: [0.31, 0.595], blue: [0.155, 0.07], white: D65 },
  9: knownSpace('BT.2020'),
  11: { red: [0.68, 0.32], green: [0.265, 0.69], blue: [0.15, 0.06], white: [0.314, 0.351] },
  12: knownSpace('P3 (D65)'),
  22: { red: [0.63, 0.34], green: [0.295, 0.605], blue: [0.155, 0.077], white: D65 },
}

/** Curves by the code points of Rec. ITU-T H.273, table 3: those that pictures on screens are written by. */
export const CODED_CURVES: Readonly<Record<number, ToneCurve>> = {
  1: videoCurve,
  4: powerCurve(2.2),
  5: powerCurve(2.8),
  6: videoCurve,
  8: share => share,
  13: srgbCurve,
  14: videoCurve,
  15: videoCurve,
}

/** Code points of curves for screens brighter than white (PQ and HLG, Rec. ITU-R BT.2100). */
const BRIGHTER_THAN_WHITE = [16, 18]
/** Left open by the file. */
const UNSPECIFIED = 2

/** Whether a coded curve is one whose values go on over white. */
export const isBrighterThanWhite = (transfer: number): boolean => BRIGHTER_THAN_WHITE.includes(transfer)

/** Whether a code point says nothing. */
export const isUnspecified = (code: number): boolean => code === UNSPECIFIED || code === 0
