// eslint-disable-next-line @typescript-eslint/triple-slash-reference -- the package brings no types
/// <reference path="./lcms.d.ts" />
import { Matrix } from 'ml-matrix'
import type { ColourProfile } from '#core/imaging/colour/colourProfile'
import { toLinearSrgb } from '#core/imaging/colour/primaries'
import { textAt } from '#core/imaging/files/bytes'

/** Formats of the engine: floats, of red, green and blue, of grey, and of XYZ. */
const kindOf = (space: number, channels: number): number => (1 << 22) | (space << 16) | (channels << 3) | 4
const FORMATS = { grey: kindOf(3, 1), rgb: kindOf(4, 3), xyz: kindOf(9, 3) }
/** Relative to the white of the picture: white stays white. */
const RELATIVE_COLORIMETRIC = 1
/** The engine's own shortcuts are tables of 33 places. */
const NO_SHORTCUTS = 0x0100
/** A place at each third of a twelfth: on the places of tables of 9, 13, 17 and 25. */
const CUBE_SIZE = 49
const GREYS = 4096

const NAME = 'table-profile'

/** Values of a cube's places, blue fastest. */
const cubePlaces = (size: number): Float32Array => {
  const places = new Float32Array(3 * size ** 3)
  for (let at = 0; at < size ** 3; at++)
    places.set(
      [Math.floor(at / size ** 2), Math.floor(at / size) % size, at % size].map(one => one / (size - 1)),
      3 * at,
    )
  return places
}

/**
 * A profile made of tables (ISO 15076-1, A2B tags) by a colour engine in WebAssembly: its light at places so close
 * together that what lies between is straight. Undefined where the engine cannot read it either.
 */
export const tableProfile = async (icc: Uint8Array): Promise<ColourProfile | undefined> => {
  const space = textAt(icc, 16, 4)
  if (space !== 'RGB ' && space !== 'GRAY') return undefined
  const { instantiate } = await import('lcms-wasm')
  const engine = await instantiate()
  const profile = engine.cmsOpenProfileFromMem(icc, icc.byteLength)
  if (!profile) return undefined
  const connection = engine.cmsCreateXYZProfile()
  const format = space === 'GRAY' ? FORMATS.grey : FORMATS.rgb
  const transform = engine.cmsCreateTransform(
    profile,
    format,
    connection,
    FORMATS.xyz,
    RELATIVE_COLORIMETRIC,
    NO_SHORTCUTS,
  )
  try {
    if (!transform) return undefined
    if (space === 'GRAY') {
      const shares = Float32Array.from({ length: GREYS }, (_, at) => at / (GREYS - 1))
      const xyz = engine.cmsDoTransform(transform, shares, GREYS)
      const curve = (share: number): number => xyz[3 * Math.round(share * (GREYS - 1)) + 1]!
      return { name: NAME, curves: [curve, curve, curve], matrix: null }
    }
    const light = engine.cmsDoTransform(transform, cubePlaces(CUBE_SIZE), CUBE_SIZE ** 3)
    const straight = (share: number): number => share
    return {
      name: NAME,
      curves: [straight, straight, straight],
      matrix: toLinearSrgb(Matrix.eye(3)),
      cube: { size: CUBE_SIZE, light },
    }
  } finally {
    if (transform) engine.cmsDeleteTransform(transform)
    engine.cmsCloseProfile(connection)
    engine.cmsCloseProfile(profile)
  }
}
