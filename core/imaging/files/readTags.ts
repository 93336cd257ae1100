import exifr from 'exifr'
import * as v from 'valibot'
import { EXPOSURE, type Exposure } from '../../physics/photometry/exposure'

/** An exposure as a file names it; null for what it leaves out. */
export type ExposureTags = { [K in keyof Exposure]: number | null }

/** What a file's EXIF says of how it was taken: exposure, null for what it leaves out, and which way is up. */
export type FileTags = { exposure: ExposureTags | null; orientation: number }

const NOTHING: FileTags = { exposure: null, orientation: 1 }

/** A figure, or the first of several; null where it is none that a set could hold. */
const figure = (range: readonly [number, number]) =>
  v.optional(
    v.fallback(
      v.nullable(
        v.pipe(
          v.unknown(),
          v.transform(value => (Array.isArray(value) ? (value[0] as unknown) : value)),
          v.number(),
          v.minValue(range[0]),
          v.maxValue(range[1]),
        ),
      ),
      null,
    ),
    null,
  )

const TagsSchema = v.object({
  FNumber: figure(EXPOSURE.fNumber),
  ExposureTime: figure(EXPOSURE.shutterS),
  ISO: figure(EXPOSURE.iso),
  Orientation: v.optional(v.fallback(v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(8)), 1), 1),
})

/**
 * Reads the tags of a picture file (CIPA DC-008); a WebP gives the block in which it holds them. A file without any,
 * or with damaged ones, has none.
 */
export const readTags = async (bytes: Uint8Array): Promise<FileTags> => {
  const raw: unknown = await exifr
    .parse(bytes, { translateValues: false, pick: ['FNumber', 'ExposureTime', 'ISO', 'Orientation'] })
    .catch(() => undefined)
  const read = v.safeParse(TagsSchema, raw)
  if (!read.success) return NOTHING
  const { FNumber, ExposureTime, ISO, Orientation } = read.output
  const isEmpty = FNumber === null && ExposureTime === null && ISO === null
  return { exposure: isEmpty ? null : { fNumber: FNumber, shutterS: ExposureTime, iso: ISO }, orientation: Orientation }
}
