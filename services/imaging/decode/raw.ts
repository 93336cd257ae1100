import type { ColourProfile } from '#core/imaging/colour/colourProfile'
import { meantFNumber } from '#core/physics/photometry/markedApertures'
import type { FileTags } from '#core/imaging/files/readTags'
import { soundExposure } from '#core/imaging/exposureTags'
import { inBands, type Decoded, type Decoder } from './decoder'
import type { RawMetadata, RawPicture } from './rawApi'

/** Turns of the library in the numbers of EXIF. */
const ORIENTATION: Readonly<Record<number, number>> = { 0: 1, 3: 3, 5: 8, 6: 6 }

/** Shares of the end stay shares of light. */
const straight = (share: number): number => share

/** From a camera's balanced channels to linear sRGB; only balance where the file says no more. */
const profileOf = ({ cam_mul, pre_mul, rgb_cam }: RawMetadata['color_data'], colours: number): ColourProfile => {
  const curves = [straight, straight, straight] as const
  if (colours < 3) return { name: 'sensor', curves, matrix: null }
  const told = cam_mul.slice(0, 3).every(factor => factor > 0) ? cam_mul : pre_mul
  const balance = [told[0]! / told[1]!, 1, told[2]! / told[1]!]
  const rows = rgb_cam.slice(0, 3)
  const isKnown = rows.length === 3 && rows.every(row => row.slice(0, 3).some(factor => factor !== 0))
  const matrix = isKnown
    ? rows.flatMap(row => row.slice(0, 3).map((factor, channel) => factor * balance[channel]!))
    : [balance[0]!, 0, 0, 0, 1, 0, 0, 0, balance[2]!]
  return { name: 'sensor', curves, matrix }
}

const tagsOf = ({ aperture, shutter, iso_speed, focal_len }: RawMetadata): Partial<FileTags> => ({
  exposure: soundExposure({ fNumber: meantFNumber(aperture), shutterS: shutter, iso: iso_speed }),
  focalLengthMm: focal_len > 0 ? focal_len : null,
})

/** A raw file whose numbers cannot be read, and the small picture in it that can. */
export class OnlyPreview extends Error {
  override name = 'OnlyPreview'
  constructor(readonly jpeg: Uint8Array<ArrayBuffer>) {
    super('only the small picture in it can be read')
  }
}

/** Decodes cameras' raw files by whatever opens them. */
export const rawDecoder =
  (open: (bytes: Uint8Array<ArrayBuffer>) => Promise<RawPicture>): Decoder =>
  async (bytes, _file, _tags, begin) => {
    const raw = await open(bytes)
    if (raw.kind === 'nothing') throw new Error(raw.why)
    if (raw.kind === 'preview') throw new OnlyPreview(raw.jpeg)
    const { width, height, channels, about, data, end } = raw
    const decoded: Decoded = {
      width,
      height,
      orientation: ORIENTATION[about.flip] ?? 1,
      numbers: {
        most: Math.max(1, Math.round(end)),
        profile: profileOf(about.color_data, channels),
        isSensor: true,
      },
      tags: tagsOf(about),
    }
    inBands({ data, channels }, decoded, begin(decoded))
  }
