import { inspectFile } from '#core/imaging/files/inspectFile'

/** The media type of a picture file, by its contents; of anything else that of plain bytes. */
export const mediaType = (bytes: Uint8Array): string => {
  const file = inspectFile(bytes)
  return file.ok ? `image/${file.value.kind}` : 'application/octet-stream'
}
