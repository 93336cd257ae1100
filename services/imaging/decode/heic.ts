// eslint-disable-next-line @typescript-eslint/triple-slash-reference -- the package brings no types
/// <reference path="./libheif.d.ts" />
import { asAnnounced, inBands, type Decoder } from './decoder'

/** Through a library that brings its own module, which is only loaded where such a picture comes. */
export const decodeHeic: Decoder = async (bytes, file, _tags, begin) => {
  const { default: library } = await import('libheif-js/wasm-bundle')
  const [picture] = new library.HeifDecoder().decode(bytes)
  if (!picture) throw new Error('it holds no picture that can be read')
  try {
    const [width, height] = [picture.get_width(), picture.get_height()]
    const data = new Uint8ClampedArray(width * height * 4)
    const isShown = await new Promise<boolean>(resolve =>
      picture.display({ data, width, height }, shown => resolve(shown !== null)),
    )
    if (!isShown) throw new Error('it is packed in a way that is not understood')
    // Turned by what its own boxes say; the size that it announces is that before.
    const isTurned = width === file.height && height === file.width
    if (!isTurned) asAnnounced(file, width, height)
    inBands({ data, channels: 4 }, { width, height }, begin({ width, height, orientation: 1 }))
  } finally {
    picture.free()
  }
}
