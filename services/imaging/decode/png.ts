import { decode } from 'fast-png'
import { asAnnounced, inBands, type Decoder } from './decoder'

/** A PNG of 16 bits: a canvas would leave it eight. */
export const decodeDeepPng: Decoder = (bytes, file, { orientation }, begin) => {
  const { data, channels, width, height } = decode(bytes)
  asAnnounced(file, width, height)
  if (data.length !== width * height * channels || data instanceof Uint8ClampedArray)
    throw new Error('it holds fewer pixels than it announces')
  inBands({ data, channels }, { width, height }, begin({ width, height, orientation }))
}
