import { transfer } from 'comlink'
import { linearBlack } from '#core/imaging/files/tiffFile'
import type { Job } from '../../rpc/job'
import type { RawLibrary, RawMetadata } from './rawLibrary'

export type { RawMetadata } from './rawLibrary'

/**
 * Numbers as the sensor gave them, less its black: nothing balanced, stretched or bent. A block of the sensor's filters
 * becomes one pixel, which is finer than reading needs.
 */
const AS_RECORDED = {
  halfSize: true,
  outputBps: 16,
  gamm: [1, 1, 0, 0, 0, 0],
  noAutoBright: true,
  noAutoScale: true,
  outputColor: 0,
  userFlip: 0,
  useCameraWb: false,
  adjustMaximumThr: 0,
}

/** What a raw file held: the sensor's numbers, or the small picture beside them, or why neither. */
export type RawPicture =
  | {
      kind: 'sensor'
      width: number
      height: number
      channels: 1 | 3
      data: Uint16Array<ArrayBuffer>
      /** The greatest that a channel can hold. */
      end: number
      about: RawMetadata
    }
  | { kind: 'preview'; jpeg: Uint8Array<ArrayBuffer> }
  | { kind: 'nothing'; why: string }

const attempt = <T>(what: () => T): T | undefined => {
  try {
    return what()
  } catch {
    return undefined
  }
}

const UNREADABLE = 'it is none that can be read'

/** What the opener of raw files can be asked. */
export const rawApi = (load: () => Promise<RawLibrary>) => ({
  /** Opens a raw file as it was recorded. */
  open: async (_job: Job, bytes: Uint8Array<ArrayBuffer>): Promise<RawPicture> => {
    const { LibRaw } = await load()
    const file = new LibRaw()
    try {
      if (attempt(() => (file.open(bytes, AS_RECORDED), true)) === undefined)
        return { kind: 'nothing', why: UNREADABLE }
      const about = attempt(() => file.metadata(true))
      if (!about) return { kind: 'nothing', why: UNREADABLE }
      const found = attempt(() => file.imageData())
      // Once the numbers are made, the end of the range is counted from black.
      const told = attempt(() => file.metadata(true))?.color_data ?? about.color_data
      // Where the numbers were no mosaic the library takes black off without a word, and leaves the end where it was.
      const isUntold = about.color_data.black === 0 && told.maximum === about.color_data.maximum
      const end = told.maximum - told.black - (isUntold ? linearBlack(bytes) : 0)
      if (found?.bits === 16 && (found.colors === 1 || found.colors === 3)) {
        const { width, height, colors } = found
        const numbers = new Uint16Array(found.data.buffer, found.data.byteOffset, width * height * colors)
        const data = numbers.slice()
        return transfer({ kind: 'sensor', width, height, channels: colors, data, end, about }, [data.buffer])
      }
      const preview = attempt(() => file.thumbnailData())
      return preview?.format === 'jpeg'
        ? { kind: 'preview', jpeg: preview.data.slice() as Uint8Array<ArrayBuffer> }
        : { kind: 'nothing', why: 'its numbers are packed in a way that is not understood' }
    } finally {
      file.delete()
    }
  },
})

/** What the opener of raw files can be asked. */
export type RawApi = ReturnType<typeof rawApi>
