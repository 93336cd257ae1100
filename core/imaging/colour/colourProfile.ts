import { Matrix } from 'ml-matrix'
import { luminanceOfLightness } from '../../physics/units/lab'
import { textAt, viewOf } from '../files/bytes'
import { CODED_CURVES, CODED_PRIMARIES, isUnspecified, powerCurve, srgbCurve, type FileColour } from './fileColour'
import type { ColourCube } from './colourCube'
import { iccCurve, type ToneCurve } from './iccCurve'
import { knownSpace, spaceNamed } from './knownSpaces'
import { primariesMatrix, SRGB_PRIMARIES, toLinearSrgb, type Primaries } from './primaries'

/** Spaces without a name of a standard: a profile of curves or tables, a space by its primaries, a sensor's own. */
export type OwnSpace = 'own-profile' | 'table-profile' | 'own-space' | 'sensor'

/** Why the colours of a file are taken as sRGB. */
export type AssumedSpace = 'space-unknown' | 'not-srgb' | 'no-space' | 'profile-unknown' | 'profile-damaged'

/** How a file's values become linear sRGB light. */
export type ColourProfile = {
  /** The colour space, as standards name it; what has no such name is a profile or a space of the file's own. */
  name: string | OwnSpace
  /** Why it had to be taken as sRGB. */
  assumed?: AssumedSpace
  /** One curve for each channel. */
  curves: readonly [ToneCurve, ToneCurve, ToneCurve]
  /** Nine numbers, row by row; null where the light is linear sRGB already. */
  matrix: readonly number[] | null
  /** Where channels do not go by curves of their own: their light together, before the matrix. */
  cube?: ColourCube
}

/** The profile that is taken where a file names none (IEC 61966-2-1). */
export const SRGB_PROFILE: ColourProfile = { name: 'sRGB', curves: [srgbCurve, srgbCurve, srgbCurve], matrix: null }

const assumed = (why: AssumedSpace): ColourProfile => ({ ...SRGB_PROFILE, assumed: why })

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
    const told = curveOf('kTRC')
    // Over a connection space of CIELAB the curve gives lightness (ISO 15076-1, 8.3.4 and F.2).
    const isLightness = textAt(bytes, 20, 4) === 'Lab '
    const curve: ToneCurve | undefined = told && isLightness ? share => luminanceOfLightness(100 * told(share)) : told
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
    name: name ?? 'own-profile',
    curves: [red, green, blue],
    matrix: name === 'sRGB' ? null : toLinearSrgb(columns),
  }
}

/** A profile made of primaries and a curve. */
const profileFrom = (primaries: Primaries, curve: ToneCurve): ColourProfile => {
  const columns = primariesMatrix(primaries)
  const name = spaceNamed(columns)
  return {
    name: name ?? 'own-space',
    curves: [curve, curve, curve],
    matrix: name === 'sRGB' ? null : toLinearSrgb(columns),
  }
}

/** IEC 61966-2-5:2007, 6.2: the power of opRGB. */
const OPRGB_POWER = 2.19921875

/** A colour space that a file names without holding a profile. */
const namedProfile = (told: FileColour | null): ColourProfile => {
  switch (told?.kind) {
    case 'named':
      return told.name === 'sRGB' ? SRGB_PROFILE : profileFrom(knownSpace('opRGB'), powerCurve(OPRGB_POWER))
    case 'power':
      return profileFrom(told.primaries ?? SRGB_PRIMARIES, powerCurve(told.exponent))
    case 'coded': {
      const primaries = isUnspecified(told.primaries) ? SRGB_PRIMARIES : CODED_PRIMARIES[told.primaries]
      const curve = isUnspecified(told.transfer) ? srgbCurve : CODED_CURVES[told.transfer]
      return primaries && curve ? profileFrom(primaries, curve) : assumed('space-unknown')
    }
    case 'other':
      return assumed('not-srgb')
    default:
      return assumed('no-space')
  }
}

/**
 * How a file's values become light: by the profile that it holds, whose colour space is told by the primaries and
 * curves in it and not by its name; else by what it says otherwise.
 */
export const profileOf = (icc: Uint8Array | null, told: FileColour | null = null): ColourProfile => {
  if (!icc) return namedProfile(told)
  try {
    return (icc.length > LEAST_LENGTH ? read(icc) : undefined) ?? assumed('profile-unknown')
  } catch {
    return assumed('profile-damaged')
  }
}
