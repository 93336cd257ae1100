import { mean } from '../../shared/groups'
import { ok, type Outcome } from '../../shared/outcome'
import { viewOf } from './bytes'
import { CMYK, RAW, refusedFile, sized, TRUNCATED, type PictureRefusal, type Inspected } from './pictureFile'
import { directoryOf, firstDirectory, numbersOf, type Directory, type TiffView } from './tiffDirectory'

/** Tags of TIFF 6.0 (1992), sections 8 to 18, of TIFF/EP and DNG, and of the profile (ISO 15076-1, B.5). */
export const TIFF = {
  kindOfPicture: 254,
  width: 256,
  height: 257,
  bits: 258,
  compression: 259,
  photometric: 262,
  stripOffsets: 273,
  stripCounts: 279,
  tileOffsets: 324,
  tileCounts: 325,
  otherDirectories: 330,
  sampleFormat: 339,
  profile: 34675,
  rawStandard: 37398,
  dngVersion: 50706,
  blackLevel: 50714,
} as const

/** What the numbers in a TIFF stand for (TIFF 6.0, tag 262; ISO 12234-2 and DNG for those of sensors). */
export const PHOTOMETRIC = {
  whiteIsZero: 0,
  blackIsZero: 1,
  rgb: 2,
  palette: 3,
  cmyk: 5,
  ycc: 6,
  lab: [8, 9, 10],
  sensor: [32_803, 34_892],
  linear: 34_892,
} as const
/** None, LZW, JPEG, deflate by either number, runs of bytes, Zstandard. */
const COMPRESSIONS = [1, 5, 7, 8, 32_773, 32_946, 50_000]
const OLD_JPEG = 6
/** The first part of a file is a smaller copy of another. */
const REDUCED = 1
const SAMPLES = { whole: 1, fractions: 3 } as const

const numberIn = (file: TiffView, directory: Directory, tag: number): number | undefined => {
  const entry = directory.get(tag)
  return entry && numbersOf(file, entry)[0]
}

const directoriesBelow = (file: TiffView, directory: Directory): Directory[] => {
  const below = directory.get(TIFF.otherDirectories)
  return below ? numbersOf(file, below).flatMap(from => directoryOf(file, from) ?? []) : []
}

/**
 * What black stands at in a DNG whose sensor's numbers are no mosaic any more, its mean over the channels; 0 where the
 * file says nothing of it, or is another.
 */
export const linearBlack = (bytes: Uint8Array): number => {
  const first = firstDirectory({ view: viewOf(bytes), isLittle: bytes[0] === 0x49 })
  if (!first) return 0
  const { file, directory } = first
  const level = [directory, ...directoriesBelow(file, directory)]
    .find(one => numberIn(file, one, TIFF.photometric) === PHOTOMETRIC.linear)
    ?.get(TIFF.blackLevel)
  const levels = level ? numbersOf(file, level).filter(Number.isFinite) : []
  return levels.length > 0 ? mean(levels) : 0
}

/** Whether a picture lies in the numbers of a camera's sensor, here or in the directories below. */
const isRaw = (file: TiffView, directory: Directory): boolean => {
  if (directory.has(TIFF.dngVersion) || directory.has(TIFF.rawStandard)) return true
  // Dropped from the standard in 1995; cameras keep to it for the copy before their own numbers.
  if (numberIn(file, directory, TIFF.compression) === OLD_JPEG) return true
  const others = directoriesBelow(file, directory)
  const isSensor = (one: Directory) =>
    (PHOTOMETRIC.sensor as readonly number[]).includes(numberIn(file, one, TIFF.photometric) ?? -1)
  if ([directory, ...others].some(isSensor)) return true
  // A small copy before anything else: cameras put it there, programs for pictures do not.
  return others.length > 0 && ((numberIn(file, directory, TIFF.kindOfPicture) ?? 0) & REDUCED) === 1
}

const refusalOf = (number: (tag: number) => number | undefined): Outcome<undefined, PictureRefusal> => {
  const photometric = number(TIFF.photometric) ?? PHOTOMETRIC.rgb
  if (photometric === PHOTOMETRIC.cmyk) return CMYK
  if ((PHOTOMETRIC.lab as readonly number[]).includes(photometric)) return refusedFile({ is: 'tiff-lab' })
  const compression = number(TIFF.compression) ?? 1
  if (!COMPRESSIONS.includes(compression)) return refusedFile({ is: 'tiff-packing', number: compression })
  const bits = number(TIFF.bits) ?? 1
  const format = number(TIFF.sampleFormat) ?? SAMPLES.whole
  if (format === SAMPLES.fractions && (bits === 16 || bits === 32)) return ok(undefined)
  if (format !== SAMPLES.whole) return refusedFile({ is: 'tiff-signed' })
  return bits === 8 || bits === 16 ? ok(undefined) : refusedFile({ is: 'bits', kind: 'tiff', bits })
}

/** Reads the first directory of a TIFF, ordinary or large. */
export const inspectTiff = (bytes: Uint8Array): Inspected => {
  const file: TiffView = { view: viewOf(bytes), isLittle: bytes[0] === 0x49 }
  const first = firstDirectory(file)
  if (!first) return TRUNCATED
  const { directory } = first
  const number = (tag: number) => numberIn(first.file, directory, tag)
  if (isRaw(first.file, directory)) return ok(RAW)
  const refusal = refusalOf(number)
  if (!refusal.ok) return refusal
  const numbers = (tag: number): number[] => {
    const entry = directory.get(tag)
    return entry ? numbersOf(first.file, entry) : []
  }
  const [offsets, counts] = directory.has(TIFF.tileOffsets)
    ? [numbers(TIFF.tileOffsets), numbers(TIFF.tileCounts)]
    : [numbers(TIFF.stripOffsets), numbers(TIFF.stripCounts)]
  const [width, height] = [number(TIFF.width), number(TIFF.height)]
  if (!width || !height || offsets.length === 0) return refusedFile({ is: 'pictureless', kind: 'tiff' })
  if (offsets.some((offset, index) => offset + (counts[index] ?? 0) > bytes.length)) return TRUNCATED
  const profile = directory.get(TIFF.profile)
  const isFractions = number(TIFF.sampleFormat) === SAMPLES.fractions
  return sized({
    kind: 'tiff',
    width,
    height,
    depth: isFractions || number(TIFF.bits) === 16 || number(TIFF.photometric) === PHOTOMETRIC.palette ? 16 : 8,
    icc: profile ? bytes.subarray(profile.at, profile.at + profile.count) : null,
    // Fractions are shares of light; what else they were would be said.
    ...(isFractions && !profile ? { colour: { kind: 'power', exponent: 1, primaries: null } as const } : {}),
  })
}
