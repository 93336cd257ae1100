import { Matrix } from 'ml-matrix'
import { SRGB_RESPONSE } from '../../camera/response'
import { textAt, viewOf } from '../files/pictureFile'
import { iccCurve, type ToneCurve } from './iccCurve'
import { spaceNamed } from './knownSpaces'
import { toLinearSrgb } from './primaries'

/** How a file's values become linear sRGB light. */
export type ColourProfile = {
  /** The colour space, as standards name it. */
  name: string
  /** What to say of it, where it had to be assumed. */
  warning?: string
  /** One curve for each channel. */
  curves: readonly [ToneCurve, ToneCurve, ToneCurve]
  /** Nine numbers, row by row; null where the light is linear sRGB already. */
  matrix: readonly number[] | null
}

const srgbCurve: ToneCurve = share => SRGB_RESPONSE.linearFromValue(255 * share)

/** The profile that is taken where a file names none (IEC 61966-2-1). */
export const SRGB_PROFILE: ColourProfile = { name: 'sRGB', curves: [srgbCurve, srgbCurve, srgbCurve], matrix: null }

const assumed = (warning: string): ColourProfile => ({ ...SRGB_PROFILE, warning })

/** Header and table of tags (ISO 15076-1, 7.2 and 7.3). */
const HEADER_LENGTH = 128
const TAG_LENGTH = 12
const LEAST_LENGTH = HEADER_LENGTH + 4

const tagsOf = (bytes: Uint8Array): Map<string, number> => {
  const view = viewOf(bytes)
  const count = Math.min(view.getUint32(HEADER_LENGTH), Math.floor((bytes.length - LEAST_LENGTH) / TAG_LENGTH))
  return new Map(
    Array.from({ length: count }, (_, index): [string, number] => {
      const at = LEAST_LENGTH + index * TAG_LENGTH
      return [textAt(bytes, at, 4), view.getUint32(at + 4)]
    }),
  )
}

const read = (bytes: Uint8Array): ColourProfile | undefined => {
  const tags = tagsOf(bytes)
  const view = viewOf(bytes)
  const curveOf = (name: string) => (tags.has(name) ? iccCurve(bytes, tags.get(name)!) : undefined)
  if (textAt(bytes, 16, 4) === 'GRAY') {
    const curve = curveOf('kTRC')
    return curve && { name: 'grey', curves: [curve, curve, curve], matrix: null }
  }
  const [red, green, blue] = [curveOf('rTRC'), curveOf('gTRC'), curveOf('bTRC')]
  const primaries = ['rXYZ', 'gXYZ', 'bXYZ'].map(name => tags.get(name))
  if (!red || !green || !blue || primaries.includes(undefined)) return undefined
  const columns = new Matrix(
    primaries.map(at => [8, 12, 16].map(offset => view.getInt32(at! + offset) / 65536)),
  ).transpose()
  const name = spaceNamed(columns)
  return {
    name: name ?? 'a profile of its own',
    curves: [red, green, blue],
    matrix: name === 'sRGB' ? null : toLinearSrgb(columns),
  }
}

/** The profile that a file holds: its colour space is told by the primaries and curves in it, not by its name. */
export const profileOf = (icc: Uint8Array | null): ColourProfile => {
  if (!icc) return assumed('The file names no colour space; it is taken as sRGB.')
  try {
    return (
      (icc.length > LEAST_LENGTH ? read(icc) : undefined) ??
      assumed('The file\u2019s colour profile is of a kind that is not read; it is taken as sRGB.')
    )
  } catch {
    return assumed('The file\u2019s colour profile is damaged; it is taken as sRGB.')
  }
}
