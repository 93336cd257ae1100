import type {
  EulumdatField,
  IesField,
  FieldIn,
  PhotometricFault,
  PhotometricNote,
  PhotometricRefusal,
} from '#core/formats/photometricFaults'
import { counted, LANGUAGE, plural } from '../language'

const FIELDS: Record<IesField | EulumdatField, string> = {
  'lamp-geometry': 'the lamp-to-luminaire geometry',
  'tilt-count': 'the number of tilt angles',
  'tilt-angles': 'tilt angles',
  'tilt-factors': 'tilt factors',
  'lamp-count': 'the number of lamps',
  'lamp-lumens': 'the lumens of a lamp',
  multiplier: 'the candela multiplier',
  'vertical-count': 'the number of vertical angles',
  'horizontal-count': 'the number of horizontal angles',
  type: 'the photometric type',
  unit: 'the unit of sizes',
  opening: 'sizes of the opening',
  ballast: 'the ballast factor',
  watts: 'the input watts',
  'vertical-angles': 'vertical angles',
  'horizontal-angles': 'horizontal angles',
  making: 'the code of the file’s making',
  'ballast-lamp': 'the ballast-lamp factor',
  candela: 'candela',
  maker: 'the maker’s line',
  kind: 'the kind of light',
  symmetry: 'the symmetry',
  'plane-count': 'the number of planes',
  'plane-step': 'the distance of planes',
  'angle-count': 'the number of angles in a plane',
  'angle-step': 'the distance of angles',
  report: 'the number of the report',
  name: 'the name of the light',
  'after-name': 'the lines behind the name',
  length: 'the length',
  width: 'the width',
  height: 'the height',
  'opening-length': 'the length of the opening',
  'opening-width': 'the width of the opening',
  'opening-heights': 'the heights of the opening',
  shares: 'the shares of light',
  factor: 'the factor for intensities',
  tilt: 'the tilt of the measurement',
  'set-count': 'the number of sets of lamps',
  'lamp-type': 'the type of lamps',
  lumens: 'the lumens of lamps',
  'lamp-colour': 'the colour of lamps',
  ratios: 'the ratios',
  plane: 'the angle of a plane',
  angle: 'an angle in a plane',
  intensity: 'an intensity',
}

const fieldWords = ({ field, number, planeDeg }: FieldIn): string => {
  const name = planeDeg === undefined ? FIELDS[field] : `${FIELDS[field]} at ${planeDeg} degrees`
  return number ? `number ${number.at} of ${number.of} ${name}` : name
}

const figure = (value: number): string => new Intl.NumberFormat(LANGUAGE, { maximumFractionDigits: 2 }).format(value)

/** Where the angles of a type run, as LM-63 has it. */
const rangeWords = ({ type, of }: Extract<PhotometricFault, { is: 'angles-range' }>): string => {
  if (type !== 'C') return 'from -90 or 0 to 90'
  return of === 'vertical' ? 'from 0 or 90 to 180 at most' : 'from 0 to 0, 90, 180 or 360, or from 90 to 270'
}

const faultWords = (fault: PhotometricFault): string => {
  switch (fault.is) {
    case 'ends':
      return `it ends before ${fieldWords(fault.before)}`
    case 'no-figure':
      return `line ${fault.line} has "${fault.found}" where ${fieldWords(fault.field)} should be`
    case 'outside': {
      const range = fault.most === null ? `${fault.least} or more` : `from ${fault.least} to ${fault.most}`
      return `line ${fault.line} has ${fault.found} for ${fieldWords(fault.field)}, which is ${range}`
    }
    case 'not-whole':
      return `line ${fault.line}: ${fieldWords(fault.field)} is ${fault.value}; it is a whole number from ${fault.least} to ${fault.most}`
    case 'too-large':
      return fault.line === null
        ? 'a number is too large to be read'
        : `line ${fault.line} has a number that is too large to be read`
    case 'no-tilt':
      return fault.first === null
        ? 'it has no TILT= line'
        : `it has no TILT= line, and its first line is "${fault.first}"`
    case 'edition':
      return `line ${fault.line} names an edition that is not known: "${fault.found}"`
    case 'more-of-none':
      return `line ${fault.line} goes on with [MORE] before any keyword`
    case 'tilt-elsewhere':
      return `its tilt factors are in another file ("${fault.file}"); only TILT=NONE and TILT=INCLUDE are read`
    case 'too-many-values':
      return `it announces ${fault.count ?? `more than ${fault.most}`} candela values; up to ${fault.most} are read`
    case 'no-lumens':
      return `a lamp has ${fault.lumens} lumens; rated lumens are above 0, and -1 stands for absolute photometry`
    case 'no-factor':
      return 'a multiplier or factor is not above 0'
    case 'no-light':
      return 'all candela values are 0'
    case 'figures-left':
      return `${fault.count} more numbers follow than the file announces`
    case 'symmetry':
      return `line 3 says a symmetry that ${fault.planes} planes cannot have`
    case 'angles-fall':
      return `the ${fault.of} angles do not rise`
    case 'angles-range':
      return `type ${fault.type} ${fault.of} angles run ${rangeWords(fault)}; these run from ${fault.fromDeg} to ${fault.toDeg}`
    case 'too-bright':
      return `its greatest intensity is ${figure(fault.cd)} cd, and lights here have ${figure(fault.least)} to ${figure(fault.most)} cd`
    case 'too-wide':
      return `its opening is ${figure(fault.widthM)} m wide, and fronts of lights here have up to ${fault.most} m. Is its unit of sizes right?`
  }
}

/** Why a photometric file is not taken. */
export const photometricRefusedWords = ({ fault }: PhotometricRefusal): string => {
  const why = faultWords(fault)
  return `This photometric file cannot be used: ${why}${why.endsWith('?') ? '' : '.'} Nothing was changed.`
}

/** What was taken to be meant by a photometric file, as a sentence. */
export const photometricNoteWords = (note: PhotometricNote): string => {
  switch (note.is) {
    case 'no-edition':
      return 'It names no edition of the standard; it was read as one of 1986.'
    case 'planes-below-zero':
      return 'Its planes begin below 0 degrees; they were laid out from 0 to 360.'
    case 'one-plane':
      return 'It has one plane; it was taken as round.'
    case 'loose-lines':
      return `${note.count === 1 ? 'A line' : counted(note.count, 'line')} before TILT= that ${plural(note.count, 'is', 'are')} no keyword ${plural(note.count, 'was', 'were')} passed over.`
    case 'sets-of-lamps':
      return `It has ${note.count} sets of lamps; the first was taken.`
    case 'planes-end':
      return `Its planes end at ${note.atDeg} degrees; the first was taken for 360 as well.`
    case 'axis-taken':
      return `Its angles begin at ${note.atDeg} degrees; what it has there was taken for the axis too.`
    case 'angles-end':
      return `Its ${note.of} angles end at ${note.atDeg} degrees; nothing is sent beyond.`
  }
}
