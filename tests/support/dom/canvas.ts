const blank = (width: number, height: number) => ({ width, height, data: new Uint8ClampedArray(width * height * 4) })

/** Results of the calls of a drawing context that are read; all other calls draw nothing and answer nothing. */
const ANSWERS: Readonly<Record<string, (...args: number[]) => unknown>> = {
  measureText: () => ({ width: 0, actualBoundingBoxAscent: 0, actualBoundingBoxDescent: 0 }),
  getImageData: (_x = 0, _y = 0, width = 1, height = 1) => blank(width, height),
  createImageData: (width = 1, height = 1) => blank(width, height),
  createLinearGradient: () => ({ addColorStop: () => {} }),
}

const context = (canvas: unknown) =>
  new Proxy<Record<string, unknown>>(
    { canvas },
    { get: (own, name: string) => (name in own ? own[name] : (ANSWERS[name] ?? (() => {}))) },
  )

/** The bytes that begin and end a JPEG file (ITU-T T.81): nothing is decoded from them here. */
const NO_PICTURE = new Uint8Array([0xff, 0xd8, 0xff, 0xd9])

class BlankCanvas {
  constructor(
    readonly width: number,
    readonly height: number,
  ) {}

  getContext() {
    return context(this)
  }

  async convertToBlob({ type = 'image/png' } = {}) {
    return new Blob([NO_PICTURE], { type })
  }
}

/** Lets drawing go on where nothing can be drawn: what a picture looks like is a question for a browser. */
export const giveCanvas = (): void => {
  HTMLCanvasElement.prototype.getContext = function (this: HTMLCanvasElement) {
    return context(this) as never
  }
  HTMLCanvasElement.prototype.toDataURL = () => 'data:,'
  Object.assign(globalThis, { OffscreenCanvas: BlankCanvas })
}
