import type { AssumedSpace, ColourProfile, OwnSpace } from '#core/imaging/colour/colourProfile'
import type { OtherKind, PictureKind, PictureRefusal } from '#core/imaging/files/pictureFile'

const UNDERSTOOD = 'JPEG, HEIC, AVIF, JPEG XL, PNG, WebP, TIFF, GIF, BMP and cameras’ raw files are understood.'
const KEPT = 'Nothing was changed.'
const EXPORT = `Export it as a JPEG or TIFF and bring it again. ${UNDERSTOOD}`
const COPY = 'Copy it from the camera or card again.'

const NAMES: Record<PictureKind | 'box', string> = {
  jpeg: 'JPEG',
  png: 'PNG',
  webp: 'WebP',
  tiff: 'TIFF',
  avif: 'AVIF',
  heic: 'HEIC',
  jxl: 'JPEG XL',
  gif: 'GIF',
  bmp: 'BMP',
  raw: 'raw file',
  box: 'file',
}

const OTHERS: Record<OtherKind, string> = { layered: 'a layered working file', pdf: 'a PDF', zip: 'a zip archive' }

const mega = (count: number): number => Math.round(count / 1e6)

/** Why, and what to do. */
const told = (refusal: PictureRefusal): readonly [why: string, advice: string] => {
  switch (refusal.is) {
    case 'file-empty':
      return ['This file is empty.', COPY]
    case 'not-a-picture':
      return ['This file is not a picture.', EXPORT]
    case 'jpeg-damaged':
      return ['This JPEG is damaged: a part of its head cannot be read.', COPY]
    case 'cut-off':
      return ['This picture is cut off: the file ends before the picture does.', COPY]
    case 'incomplete':
      return ['This picture is damaged: what its file holds ends before the picture does.', COPY]
    case 'animation':
      return ['This is an animation, not one picture.', 'Export the frame that you want as a JPEG or PNG.']
    case 'cmyk':
      return [
        'This picture is in printing colours (CMYK), which say nothing of a camera’s values.',
        'Export it in RGB, with its profile, and bring it again.',
      ]
    case 'tiff-lab':
      return ['This TIFF holds lightness and colour (CIELAB) and not the values of a picture.', EXPORT]
    case 'tiff-signed':
      return ['This TIFF holds figures with signs, not pixel values.', EXPORT]
    case 'hdr':
      return [
        'This picture is graded for screens brighter than white (HDR), and its values stand for other light than a camera’s.',
        'Export it as an ordinary JPEG, or bring the raw file.',
      ]
    case 'see-through':
      return [
        'Parts of this picture are see-through, and what lies behind them cannot be known.',
        'Export it without transparency.',
      ]
    case 'raw-in-bracket':
      return [
        'This is a raw file: it says what the sensor recorded, and a bracket asks what the camera makes of it.',
        'Bring the camera’s own pictures; or one shot both as raw file and as picture.',
      ]
    case 'raw-no-numbers':
      return ['This raw file does not give the numbers of its sensor.', EXPORT]
    case 'not-one-shot':
      return ['The raw file and the picture are not of one shot: their shapes differ.', 'Bring the two of one shot.']
    case 'flat-field-clips':
      return ['A flat field must not clip anywhere.', 'Take it darker.']
    case 'too-many-bytes':
      return [`This file has ${mega(refusal.bytes)} MB; up to ${mega(refusal.most)} are read.`, 'Export it as a JPEG.']
    case 'other-kind':
      return [`This is ${OTHERS[refusal.kind]}, which is not read.`, EXPORT]
    case 'sizeless':
      return [`This ${NAMES[refusal.kind]} does not say how large it is.`, COPY]
    case 'pictureless':
      return [`This ${NAMES[refusal.kind]} holds no picture that can be read.`, EXPORT]
    case 'bits':
      return [
        `This ${NAMES[refusal.kind]} has ${refusal.bits} bits a channel; ${refusal.kind === 'jpeg' ? '8 are' : '8 and 16, and fractions of 16 and 32, are'} understood.`,
        EXPORT,
      ]
    case 'tiff-packing':
      return [
        `This TIFF is compressed in a way that is not understood (number ${refusal.number}).`,
        'Export it without compression, or with LZW or ZIP.',
      ]
    case 'too-small':
      return [
        `This picture is only ${refusal.width} × ${refusal.height} pixels; there is nothing to read in it.`,
        'Bring the picture itself, not its icon.',
      ]
    case 'too-many-pixels':
      return [
        `This picture has ${mega(refusal.pixels)} megapixels; up to ${mega(refusal.most)} are read.`,
        'Export it smaller; a tenth of its size is plenty for reading tones.',
      ]
    case 'undecodable':
      return [`This picture cannot be decoded: ${refusal.why}.`, EXPORT]
  }
}

/** Why a file is not taken as a picture, that nothing was changed, and what to do. */
export const pictureRefusedWords = (refusal: PictureRefusal): string => {
  const [why, advice] = told(refusal)
  return `${why} ${KEPT} ${advice}`
}

const OWN_SPACES: Record<OwnSpace, string> = {
  'own-profile': 'a profile of its own',
  'table-profile': 'a profile made of tables',
  'own-space': 'a space of its own',
  sensor: 'the sensor',
}

/** The colour space of a file: the name that its standard gives it, or what it is. */
export const spaceWords = (name: ColourProfile['name']): string => (OWN_SPACES as Record<string, string>)[name] ?? name

const ASSUMED: Record<AssumedSpace | 'preview', string> = {
  'space-unknown': 'The file names a colour space that is not read; it is taken as sRGB.',
  'not-srgb': 'The file says that its colours are not sRGB, and not what they are; it is taken as sRGB.',
  'no-space': 'The file names no colour space; it is taken as sRGB.',
  'profile-unknown': 'The file’s colour profile is of a kind that is not read; it is taken as sRGB.',
  'profile-damaged': 'The file’s colour profile is damaged; it is taken as sRGB.',
  preview:
    'The numbers of the sensor in this raw file cannot be read; what is read is the small picture that the camera put beside them.',
}

/** What had to be taken of a picture's colours or numbers. */
export const assumedWords = (assumed: keyof typeof ASSUMED): string => ASSUMED[assumed]
