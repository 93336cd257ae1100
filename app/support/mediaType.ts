import { inspectFile } from '#core/imaging/files/inspectFile'
import { mediaTypeOf } from '#core/imaging/files/pictureFile'

/** The media type of a picture file, by its contents; of anything else that of plain bytes. */
export const mediaType = (bytes: Uint8Array): string => {
  const file = inspectFile(bytes)
  return file.ok ? mediaTypeOf(file.value.kind) : 'application/octet-stream'
}
