const QUALITY = 0.9

/** Pixels as a JPEG file; in a worker, where the browser has a canvas for it. `width` makes it smaller. */
export const jpegOf = async (
  picture: { width: number; height: number; data: Uint8ClampedArray<ArrayBuffer> },
  width = picture.width,
): Promise<Uint8Array<ArrayBuffer>> => {
  const canvas = new OffscreenCanvas(picture.width, picture.height)
  canvas.getContext('2d')!.putImageData(new ImageData(picture.data, picture.width, picture.height), 0, 0)
  if (width === picture.width) return bytesOf(canvas)
  const small = new OffscreenCanvas(width, Math.round((picture.height * width) / picture.width))
  const context = small.getContext('2d')!
  context.imageSmoothingQuality = 'high'
  context.drawImage(canvas, 0, 0, small.width, small.height)
  return bytesOf(small)
}

const bytesOf = async (canvas: OffscreenCanvas): Promise<Uint8Array<ArrayBuffer>> =>
  new Uint8Array(await (await canvas.convertToBlob({ type: 'image/jpeg', quality: QUALITY })).arrayBuffer())
