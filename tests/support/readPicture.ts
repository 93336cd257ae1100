import { profileOf } from '#core/imaging/colour/colourProfile'
import { inspectFile } from '#core/imaging/files/inspectFile'
import { readTags } from '#core/imaging/files/readTags'
import { reducer } from '#core/imaging/picture/downsample'
import { findRegions } from '#core/imaging/regions/regions'
import type { StudioSet } from '#core/model/schema'
import { floorOf } from '#core/testFrames/reading/places'
import { readFrame } from '#core/testFrames/reading/readFrame'
import { decodedFile } from './savedFrame'

/** A picture file of a set read as the app reads it, but decoded by another library. */
export const readPicture = async (set: StudioSet, bytes: Uint8Array) => {
  const file = inspectFile(bytes)
  const decoded = await decodedFile(bytes)
  const taking = reducer(decoded.width, decoded.height, {
    most: 255,
    profile: profileOf(file.ok ? file.value.icc : null),
  })
  taking.take({ ...decoded, count: decoded.height })
  const picture = taking.finish(readTags(bytes).orientation)
  const regions = findRegions(picture, floorOf(set))
  return { decoded, picture, regions, reading: readFrame(set, picture, regions) }
}
