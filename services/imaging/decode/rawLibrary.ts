// eslint-disable-next-line @typescript-eslint/triple-slash-reference -- the package brings no types
/// <reference path="./libraw.d.ts" />
/** What is used of what the library says of a file. */
export type RawMetadata = {
  flip: number
  iso_speed: number
  /** Seconds. */
  shutter: number
  aperture: number
  focal_len: number
  color_data: { black: number; maximum: number; cam_mul: number[]; pre_mul: number[]; rgb_cam: number[][] }
}

/** A file in the library's memory, which has to be let go. */
type RawFile = {
  open: (bytes: Uint8Array, settings: object) => void
  metadata: (isFull: boolean) => RawMetadata | undefined
  imageData: () => { width: number; height: number; colors: number; bits: number; data: Uint8Array | Uint16Array }
  thumbnailData: () => { data: Uint8Array; format: 'jpeg' | 'bitmap' | 'unknown' } | undefined
  delete: () => void
}

/** A library that opens raw files. */
export type RawLibrary = { LibRaw: new () => RawFile }
