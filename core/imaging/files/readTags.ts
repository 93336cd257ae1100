import { DOMParser } from '@xmldom/xmldom'
import ExifReader from 'exifreader'
import { EXPOSURE } from '../../physics/photometry/exposure'
import { meantFNumber } from '../../physics/photometry/markedApertures'
import type { FileColour } from '../colour/fileColour'
import { soundExposure, within, type ExposureTags } from '../exposureTags'
import { numberIn, textIn, wholeIn, type Tag } from './tagValues'

/** What a file's tags say of how it was taken; null for what they leave out. */
export type FileTags = {
  exposure: ExposureTags | null
  /** Which way is up (CIPA DC-008, tag 0112h): 1 to 8. */
  orientation: number
  /** When it was taken, ISO 8601; with the offset from UTC only where the file names it. */
  takenAt: string | null
  hasFlashFired: boolean | null
  /** Exposure compensation, stops. */
  compensationStops: number | null
  focalLengthMm: number | null
  camera: string | null
  lens: string | null
  /** The colour space that the tags name. */
  colour: FileColour | null
}

/** The tags of a file that has none. */
export const NO_TAGS: FileTags = {
  exposure: null,
  orientation: 1,
  takenAt: null,
  hasFlashFired: null,
  compensationStops: null,
  focalLengthMm: null,
  camera: null,
  lens: null,
  colour: null,
}

/** Tags by their names in CIPA DC-008, and by those of the same things in XMP. */
type Tags = Readonly<Record<string, Tag | undefined>>
/** Both kinds of tags of a file. EXIF is asked first: editors that change it leave the other behind more often. */
type Told = { exif: Tags; xmp: Tags }

/** What the first of some tags says that says anything. */
const firstOf = <T>(names: readonly string[], read: (name: string) => T | null): T | null => {
  for (const name of names) {
    const found = read(name)
    if (found !== null) return found
  }
  return null
}
const numberOf = ({ exif, xmp }: Told, ...names: string[]) =>
  firstOf(names, name => numberIn(exif[name]) ?? numberIn(xmp[name]))
const wholeOf = ({ exif, xmp }: Told, ...names: string[]) =>
  firstOf(names, name => wholeIn(exif[name]) ?? numberIn(xmp[name]))
const textOf = ({ exif, xmp }: Told, ...names: string[]) =>
  firstOf(names, name => textIn(exif[name]) ?? textIn(xmp[name]))

/** A number of another scale where the plain tag says nothing. */
const orElse = (number: number | null, other: number | null, from: (other: number) => number): number | null =>
  number ?? (other === null ? null : from(other))

/** The greatest that the tag of sensitivity itself can hold; the tags beside it hold more. */
const SENSITIVITY_FULL = 65_535

/**
 * Photographic sensitivity (CIPA DC-008, 4.6.5, tags 8827h and 8830h to 8833h): where its own tag is full, the one of
 * its kind that is not. XMP has no such limit.
 */
const isoOf = (told: Told): number | null => {
  const plain = wholeOf(told, 'ISOSpeedRatings', 'PhotographicSensitivity')
  if (plain !== null && plain < SENSITIVITY_FULL) return plain
  return wholeOf(told, 'RecommendedExposureIndex', 'StandardOutputSensitivity', 'ISOSpeed') ?? plain
}

const exposureOf = (told: Told): ExposureTags | null => {
  // A lens without contacts is written as 0, which no lens has.
  const marked = within(numberOf(told, 'FNumber'), EXPOSURE.fNumber)
  const time = within(numberOf(told, 'ExposureTime'), EXPOSURE.shutterS)
  return soundExposure({
    fNumber: orElse(
      marked === null ? null : meantFNumber(marked),
      numberOf(told, 'ApertureValue'),
      apex => 2 ** (apex / 2),
    ),
    shutterS: orElse(time, numberOf(told, 'ShutterSpeedValue'), apex => 2 ** -apex),
    iso: isoOf(told),
  })
}

const EXIF_TIME = /^(\d{4})[:-](\d\d)[:-](\d\d)[ T](\d\d):(\d\d):(\d\d)/
const OFFSET = /([+-]\d\d:\d\d|Z)$/

const takenAtOf = (told: Told): string | null => {
  const text = textOf(told, 'DateTimeOriginal', 'DateTimeDigitized', 'CreateDate')
  const parts = text && EXIF_TIME.exec(text)
  if (!parts) return null
  const [, year, month, day, hour, minute, second] = parts
  const time = `${year}-${month}-${day}T${hour}:${minute}:${second}`
  // The clock of a camera that was never set says 0000.
  if (Number.isNaN(Date.parse(`${time}Z`)) || Number(year) < 1970) return null
  const offset = OFFSET.exec(textOf(told, 'OffsetTimeOriginal', 'OffsetTimeDigitized', 'OffsetTime') ?? text)
  return `${time}${offset?.[1] ?? ''}`
}

/** Values of the tag of the colour space (CIPA DC-008, tag A001h) and of the rule of interoperability beside it. */
const SPACE = { srgb: 1, uncalibrated: 65_535 } as const
const OPTIONAL_SPACE = 'R03'

const colourOf = (told: Told): FileColour | null => {
  const space = wholeOf(told, 'ColorSpace')
  if (space === SPACE.srgb) return { kind: 'named', name: 'sRGB' }
  if (textOf(told, 'InteroperabilityIndex') === OPTIONAL_SPACE) return { kind: 'named', name: 'opRGB' }
  return space === SPACE.uncalibrated ? { kind: 'other' } : null
}

const FLASH_FIRED = 1
const LONGEST_NAME = 120
const nameOf = (told: Told, ...names: string[]) => textOf(told, ...names)?.slice(0, LONGEST_NAME) ?? null

/** What an XMP of a picture file says hides in a tree of its own; a reader of XML for workers, that throws nothing. */
const domParser = new DOMParser({ onError: () => undefined })

const toldIn = (bytes: Uint8Array): Told | undefined => {
  try {
    const view = bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength) as ArrayBuffer
    const { exif = {}, xmp = {} } = ExifReader.load(view, { expanded: true, domParser })
    return { exif: exif as Tags, xmp: xmp as unknown as Tags }
  } catch {
    return undefined
  }
}

/**
 * Reads the tags of a picture file (CIPA DC-008, and XMP, ISO 16684-1). A file without any, or with damaged ones, has
 * none.
 */
export const readTags = (bytes: Uint8Array): FileTags => {
  const told = toldIn(bytes)
  if (!told) return NO_TAGS
  const orientation = wholeOf(told, 'Orientation')
  const flash = wholeOf(told, 'Flash')
  const focalLengthMm = numberOf(told, 'FocalLength')
  return {
    exposure: exposureOf(told),
    orientation: orientation !== null && orientation >= 1 && orientation <= 8 ? Math.round(orientation) : 1,
    takenAt: takenAtOf(told),
    hasFlashFired: flash === null ? null : (flash & FLASH_FIRED) === 1,
    compensationStops: numberOf(told, 'ExposureBiasValue', 'ExposureCompensation'),
    focalLengthMm: focalLengthMm !== null && focalLengthMm > 0 ? focalLengthMm : null,
    camera: nameOf(told, 'Model'),
    lens: nameOf(told, 'LensModel', 'Lens'),
    colour: colourOf(told),
  }
}
