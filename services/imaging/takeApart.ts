import { profileOf, type AssumedSpace, type ColourProfile } from '#core/imaging/colour/colourProfile'
import { isBrighterThanWhite } from '#core/imaging/colour/fileColour'
import { inspectFile } from '#core/imaging/files/inspectFile'
import { isWholeJpeg } from '#core/imaging/files/jpegScan'
import { INCOMPLETE, refusedFile, sized, type PictureFile, type PictureRefusal } from '#core/imaging/files/pictureFile'
import { readTags, type FileTags } from '#core/imaging/files/readTags'
import { reducer, type Numbers, type Reduced } from '#core/imaging/picture/downsample'
import { err, ok, type Outcome } from '#core/shared/outcome'
import { decodePicture, type RawOpener } from './decode/decodePicture'
import type { Decoded } from './decode/decoder'
import { OnlyPreview } from './decode/raw'
import { tableProfile } from './decode/tableProfile'

/** What a file turned out to be; sizes are those of what was read of it. */
export type FileFacts = Omit<PictureFile, 'icc' | 'tags' | 'colour'> & {
  bytes: number
  profile: ColourProfile['name']
  /** What had to be taken: sRGB, or the small picture of a raw file whose sensor's numbers cannot be read. */
  assumed?: AssumedSpace | 'preview'
}

/** A file taken apart: what it is, how it was taken, and what it shows, small. */
export type TakenApart = { file: FileFacts; tags: FileTags; small: Reduced }

const HDR = refusedFile({ is: 'hdr' })
/** Less of a picture than this is see-through by the rounding of its edges. */
const THROUGH_SHARE = 0.001
const SEE_THROUGH = refusedFile({ is: 'see-through' })

/** The tags of a file, and where they say nothing, what its decoder knows. */
const withDecoded = (tags: FileTags, decoded: Partial<FileTags> | undefined): FileTags => ({
  ...tags,
  exposure: tags.exposure ?? decoded?.exposure ?? null,
  focalLengthMm: tags.focalLengthMm ?? decoded?.focalLengthMm ?? null,
})

/** A size that decoding alone told, and that is refused. */
class RefusedSize extends Error {
  constructor(readonly why: PictureRefusal) {
    super(why.is)
  }
}

/** How far the decoding of a picture is, and what it is of, as soon as that is known. */
export type Progress = { share: number; pixels: number }

type Taking = { report?: (progress: Progress) => void; openRaw: RawOpener }

/** How the values of a file become light; profiles of tables need an engine, which is loaded only for one. */
const profileFor = async (icc: PictureFile['icc'], told: FileTags['colour']): Promise<ColourProfile> => {
  const known = profileOf(icc, told)
  return icc && known.assumed ? ((await tableProfile(icc)) ?? known) : known
}

/** Decodes a file and makes it small; `report` hears how far it is. */
export const takeApart = async (
  bytes: Uint8Array<ArrayBuffer>,
  { report = () => {}, openRaw }: Taking,
): Promise<Outcome<TakenApart, PictureRefusal>> => {
  const inspected = inspectFile(bytes)
  if (!inspected.ok) return inspected
  const { icc, tags: block, colour, ...file } = inspected.value
  if (file.kind === 'jpeg' && !isWholeJpeg(bytes)) return INCOMPLETE
  const tags = readTags(block ?? bytes)
  const told = colour ?? tags.colour
  if (!icc && told?.kind === 'coded' && isBrighterThanWhite(told.transfer)) return HDR
  const own: Numbers = { most: file.depth === 16 ? 65_535 : 255, profile: await profileFor(icc, told) }
  // What is to come is told before any memory is taken for it.
  report({ share: 0, pixels: file.width * file.height })
  let taken: { decoded: Decoded; numbers: Numbers; finish: () => Reduced } | undefined
  try {
    await decodePicture(bytes, { file: inspected.value, tags, openRaw }, decoded => {
      const numbers = decoded.numbers ?? own
      const { width, height } = decoded
      const size = sized({ ...inspected.value, width, height })
      if (!size.ok) throw new RefusedSize(size.message)
      const taking = reducer(width, height, numbers)
      taken = { decoded, numbers, finish: () => taking.finish(decoded.orientation) }
      return rows => report({ share: taking.take(rows), pixels: width * height })
    })
  } catch (error) {
    if (error instanceof RefusedSize) return err(error.why)
    if (error instanceof OnlyPreview) return ofPreview(error, bytes.byteLength, tags, { report, openRaw })
    return refusedFile({ is: 'undecodable', why: (error as Error).message })
  }
  const { decoded, numbers, finish } = taken!
  const small = finish()
  if (small.seeThrough > THROUGH_SHARE) return SEE_THROUGH
  const { width, height } = decoded
  const { name, assumed } = numbers.profile
  return ok({
    file: { ...file, width, height, bytes: bytes.byteLength, profile: name, assumed },
    tags: withDecoded(tags, decoded.tags),
    small,
  })
}

/** The small picture in a raw file, with the file's own tags. */
const ofPreview = async (
  { jpeg }: OnlyPreview,
  fileBytes: number,
  tags: FileTags,
  taking: Taking,
): Promise<Outcome<TakenApart, PictureRefusal>> => {
  const taken = await takeApart(jpeg, taking)
  if (!taken.ok) return taken
  const { file, ...rest } = taken.value
  return ok({
    ...rest,
    file: { ...file, kind: 'raw', bytes: fileBytes, assumed: 'preview' },
    tags: { ...withDecoded(tags, rest.tags), orientation: rest.tags.orientation },
  })
}
