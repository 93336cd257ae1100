import { SRGB_PROFILE } from '#core/imaging/colour/colourProfile'
import { inBands, type Decoder } from './decoder'

/** Through a library that brings its own module; its pictures come upright, in sRGB and eight bits. */
export const decodeJxl: Decoder = async (bytes, _file, _tags, begin) => {
  const { default: decode } = await import('@jsquash/jxl/decode')
  const { data, width, height } = await decode(bytes.slice().buffer)
  inBands(
    { data, channels: 4 },
    { width, height },
    begin({ width, height, orientation: 1, numbers: { most: 255, profile: SRGB_PROFILE } }),
  )
}
