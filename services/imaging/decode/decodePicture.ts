import type { PictureFile, PictureKind } from '#core/imaging/files/pictureFile'
import type { FileTags } from '#core/imaging/files/readTags'
import type { Begin, Decoder } from './decoder'
import { decodeHeic } from './heic'
import { decodeJxl } from './jxl'
import { decodeNative } from './native'
import { decodeDeepPng } from './png'
import { rawDecoder } from './raw'
import type { RawPicture } from './rawApi'
import { decodeTiff } from './tiff'

/** Opens cameras' raw files. */
export type RawOpener = (bytes: Uint8Array<ArrayBuffer>) => Promise<RawPicture>

const DECODERS: Readonly<Record<Exclude<PictureKind, 'raw'>, Decoder>> = {
  jpeg: decodeNative,
  png: decodeNative,
  webp: decodeNative,
  avif: decodeNative,
  gif: decodeNative,
  bmp: decodeNative,
  tiff: decodeTiff,
  heic: decodeHeic,
  jxl: decodeJxl,
}

const decoderOf = ({ kind, depth }: PictureFile, openRaw: RawOpener): Decoder => {
  if (kind === 'raw') return rawDecoder(openRaw)
  return kind === 'png' && depth === 16 ? decodeDeepPng : DECODERS[kind]
}

/** Decodes a picture and hands its rows on, from the top. */
export const decodePicture = async (
  bytes: Uint8Array<ArrayBuffer>,
  { file, tags, openRaw }: { file: PictureFile; tags: FileTags; openRaw: RawOpener },
  begin: Begin,
): Promise<void> => {
  await decoderOf(file, openRaw)(bytes, file, tags, begin)
}
