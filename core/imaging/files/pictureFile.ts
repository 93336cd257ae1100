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

/** What a file is, or why it is not taken. */
export type Inspected = Outcome<PictureFile, PictureRefusal>

/** The media type of a kind (IANA); raw files have none. */
export const mediaTypeOf = (kind: PictureKind): string => (kind === 'raw' ? 'image/x-raw' : `image/${kind}`)

/** A file of a camera's own numbers, as far as can be told before it is decoded. */
export const RAW: PictureFile = { kind: 'raw', width: 0, height: 0, depth: 16, icc: null }

/** Pixels along a side at least: less is an icon. */
const LEAST_SIDE = 16
/** Pixels that are taken at most. */
const MOST_PIXELS = 160_000_000
/** Files of pictures are read up to this size, bytes. */
export const MOST_BYTES = 400_000_000

/** Kinds of files that hold pictures and are not read. */
export type OtherKind = 'layered' | 'pdf' | 'zip'

/** Why a file is not taken as a picture, with what a sentence about it names. */
export type PictureRefusal =
  | { is: 'file-empty' | 'not-a-picture' | 'jpeg-damaged' | 'cut-off' | 'incomplete' | 'animation' | 'cmyk' }
  | { is: 'tiff-lab' | 'tiff-signed' | 'hdr' | 'see-through' | 'raw-in-bracket' | 'raw-no-numbers' }
  | { is: 'not-one-shot' | 'flat-field-clips' }
  | { is: 'too-many-bytes'; bytes: number; most: number }
  | { is: 'other-kind'; kind: OtherKind }
  | { is: 'sizeless' | 'pictureless'; kind: PictureKind | 'box' }
  | { is: 'bits'; kind: 'jpeg' | 'tiff'; bits: number }
  | { is: 'tiff-packing'; number: number }
  | { is: 'too-small'; width: number; height: number }
  | { is: 'too-many-pixels'; pixels: number; most: number }
  | { is: 'undecodable'; why: string }

/** Refuses a file. */
export const refusedFile = (why: PictureRefusal) => err(why)

/** Refuses a file that ends too early. */
export const TRUNCATED = refusedFile({ is: 'cut-off' })
/** The file ends as it should, but what lies between does not make a whole picture. */
export const INCOMPLETE = refusedFile({ is: 'incomplete' })
/** Refuses an animation. */
export const ANIMATED = refusedFile({ is: 'animation' })
/** Refuses printing colours. */
export const CMYK = refusedFile({ is: 'cmyk' })

/** A file's answer, where its size is one that can be held. */
export const sized = (file: PictureFile): Inspected => {
  const { width, height } = file
  if (width < LEAST_SIDE || height < LEAST_SIDE) return refusedFile({ is: 'too-small', width, height })
  return width * height > MOST_PIXELS
    ? refusedFile({ is: 'too-many-pixels', pixels: width * height, most: MOST_PIXELS })
    : ok(file)
}
