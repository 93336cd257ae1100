import type { FileTags } from '#core/imaging/files/readTags'
import type { PictureFile } from '#core/imaging/files/pictureFile'
import type { Numbers, Rows } from '#core/imaging/picture/downsample'

/** What is known of a picture once its decoder has begun. */
export type Decoded = {
  width: number
  height: number
  /** Which way is up of the rows that come (CIPA DC-008, tag 0112h); 1 where they are upright already. */
  orientation: number
  /** How its numbers are to be taken where that is not what its file says of itself. */
  numbers?: Numbers
  /** What the decoder knows of how it was taken, where the file's own tags do not say it. */
  tags?: Partial<FileTags>
}

/** Hears what comes; answers what takes its rows, from the top. */
export type Begin = (decoded: Decoded) => (rows: Rows) => void

/** Decodes one kind of file. Throws an error whose message ends a sentence: `it holds no picture`. */
export type Decoder = (
  bytes: Uint8Array<ArrayBuffer>,
  file: PictureFile,
  tags: FileTags,
  begin: Begin,
) => Promise<void> | void

/** Rows that are handed on at a time. */
export const BAND = 256

/** Hands a whole decoded picture on in bands. */
export const inBands = (
  { data, channels }: Pick<Rows, 'data' | 'channels'>,
  { width, height }: Pick<Decoded, 'width' | 'height'>,
  take: (rows: Rows) => void,
): void => {
  for (let row = 0; row < height; row += BAND) {
    const count = Math.min(BAND, height - row)
    take({ data: data.subarray(row * width * channels, (row + count) * width * channels), channels, count })
  }
}

/** Refuses a decoded picture that is not the one its file announced. */
export const asAnnounced = (file: PictureFile, width: number, height: number): void => {
  if (file.width > 0 && (width !== file.width || height !== file.height))
    throw new Error('it holds fewer pixels than it announces')
}
