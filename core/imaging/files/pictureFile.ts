import { err, ok, type Outcome } from '../../shared/outcome'
import type { FileColour } from '../colour/fileColour'

/** Kinds of picture files; `raw` is whatever holds the numbers of a camera's sensor. */
export type PictureKind = 'jpeg' | 'png' | 'webp' | 'tiff' | 'avif' | 'heic' | 'jxl' | 'gif' | 'bmp' | 'raw'

/**
 * What a picture file says of itself before it is decoded. Sizes are those of the file, not yet turned upright; 0
 * where only decoding tells.
 */
export type PictureFile = {
  kind: PictureKind
  width: number
  height: number
  /** Bits a channel. */
  depth: 8 | 16
  /** The colour profile (ISO 15076-1) that the file holds; null where it holds none. */
  icc: Uint8Array | null
  /** What it says of its colours where it holds no profile. */
  colour?: FileColour
  /** The block of EXIF tags, where a general-purpose reader does not find it by itself. */
  tags?: Uint8Array
}

/** The media type of a kind (IANA); raw files have none. */
export const mediaTypeOf = (kind: PictureKind): string => (kind === 'raw' ? 'image/x-raw' : `image/${kind}`)

/** A file of a camera's own numbers, as far as can be told before it is decoded. */
export const RAW: PictureFile = { kind: 'raw', width: 0, height: 0, depth: 16, icc: null }

/** Pixels and bytes that are taken at most. */
export const MOST_PIXELS = 160_000_000
/** Files of pictures are read up to this size, bytes. */
export const MOST_BYTES = 400_000_000

const KEPT = 'Nothing was changed.'
/** Formats that are read. */
export const UNDERSTOOD =
  'JPEG, HEIC, AVIF, JPEG XL, PNG, WebP, TIFF, GIF, BMP and cameras\u2019 raw files are understood.'

/** Refuses a file: why, and what to do. */
export const refusedFile = (
  why: string,
  what = `Export it as a JPEG or TIFF and bring it again. ${UNDERSTOOD}`,
): Outcome<never> => err(`${why} ${KEPT} ${what}`)

/** Refuses a file that ends too early. */
export const TRUNCATED = refusedFile(
  'This picture is cut off: the file ends before the picture does.',
  'Copy it from the camera or card again.',
)
/** The file ends as it should, but what lies between does not make a whole picture. */
export const INCOMPLETE = refusedFile(
  'This picture is damaged: what its file holds ends before the picture does.',
  'Copy it from the camera or card again.',
)
/** Refuses an animation. */
export const ANIMATED = refusedFile(
  'This is an animation, not one picture.',
  'Export the frame that you want as a JPEG or PNG.',
)
/** Refuses printing colours. */
export const CMYK = refusedFile(
  'This picture is in printing colours (CMYK), which say nothing of a camera\u2019s values.',
  'Export it in RGB, with its profile, and bring it again.',
)

/** A file's answer, where its size is one that can be held. */
export const sized = (file: PictureFile): Outcome<PictureFile> => {
  const { width, height } = file
  if (width < 16 || height < 16)
    return refusedFile(
      `This picture is only ${width} × ${height} pixels; there is nothing to read in it.`,
      'Bring the picture itself, not its icon.',
    )
  return width * height > MOST_PIXELS
    ? refusedFile(
        `This picture has ${Math.round((width * height) / 1e6)} megapixels; up to ${MOST_PIXELS / 1e6} are read.`,
        'Export it smaller; a tenth of its size is plenty for reading tones.',
      )
    : ok(file)
}
