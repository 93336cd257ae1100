import type { PhotometricTable } from '../physics/sources/photometricTable'
import { err, ok, type Outcome } from '../shared/outcome'
import { readIesHeader, type IesVersion } from './iesHeader'
import { numberReader, type NumberReader } from './iesNumbers'

/** A photometric file as the standard lays it out, every multiplier taken into the candela. */
export type IesFile = {
  version: IesVersion
  keywords: Record<string, string>
  /** Lamp factors over tilt angles, where the file gives them. */
  tilt: { geometry: number; anglesDeg: number[]; factors: number[] } | null
  lamps: number
  /** Rated lumens of one lamp; null where the file is absolute. */
  lumensPerLamp: number | null
  type: PhotometricTable['type']
  /** Size of the luminous opening, metres. Negative sizes mean round ones, as in the standard. */
  widthM: number
  lengthM: number
  heightM: number
  watts: number
  verticalDeg: number[]
  horizontalDeg: number[]
  /** Absolute candela, `candela[horizontal][vertical]`. */
  candela: number[][]
}

const TYPES = { 1: 'C', 2: 'B', 3: 'A' } as const
const METRES = { 1: 0.3048, 2: 1 } as const
const MOST_ANGLES = 1000
/** Values of a distribution at most: a reading every degree all round has 130,000. */
const MOST_VALUES = 200_000

/** Why the angles of a kind of photometry cannot be right, or undefined. Ranges are those of LM-63. */
const anglesFault = (
  type: PhotometricTable['type'],
  vertical: readonly number[],
  horizontal: readonly number[],
): string | undefined => {
  const rises = (angles: readonly number[]) => angles.every((angle, index) => index === 0 || angle > angles[index - 1]!)
  if (!rises(vertical)) return 'the vertical angles do not rise'
  if (!rises(horizontal)) return 'the horizontal angles do not rise'
  const [firstV, lastV, firstH, lastH] = [vertical[0]!, vertical.at(-1)!, horizontal[0]!, horizontal.at(-1)!]
  if (type === 'C') {
    if (![0, 90].includes(firstV) || ![90, 180].includes(lastV))
      return `type C vertical angles run from 0 or 90 to 90 or 180; these run from ${firstV} to ${lastV}`
    const isWhole = firstH === 0 && [0, 90, 180, 360].includes(lastH)
    if (!isWhole && !(firstH === 90 && lastH === 270))
      return `type C horizontal angles run from 0 to 0, 90, 180 or 360, or from 90 to 270; these run from ${firstH} to ${lastH}`
    return undefined
  }
  if (![-90, 0].includes(firstV) || lastV !== 90)
    return `type ${type} vertical angles run from -90 or 0 to 90; these run from ${firstV} to ${lastV}`
  if (![-90, 0].includes(firstH) || lastH !== 90)
    return `type ${type} horizontal angles run from -90 or 0 to 90; these run from ${firstH} to ${lastH}`
  return undefined
}

/** Throws an {@link IesFault} with what is wrong; caught at the border below. */
class IesFault extends Error {}
const fault = (message: string): never => {
  throw new IesFault(message)
}

const readTilt = (numbers: NumberReader): NonNullable<IesFile['tilt']> => {
  const geometry = numbers.whole('the lamp-to-luminaire geometry', 1, 3)
  const count = numbers.whole('the number of tilt angles', 1, MOST_ANGLES)
  return { geometry, anglesDeg: numbers.many(count, 'tilt angles'), factors: numbers.many(count, 'tilt factors') }
}

const readBody = (
  version: IesVersion,
  keywords: Record<string, string>,
  hasTilt: boolean,
  numbers: NumberReader,
): IesFile => {
  const tilt = hasTilt ? readTilt(numbers) : null
  const lamps = numbers.whole('the number of lamps', 1, 1000)
  const lumens = numbers.one('the lumens of a lamp')
  const multiplier = numbers.one('the candela multiplier')
  const [verticals, horizontals] = [
    numbers.whole('the number of vertical angles', 2, MOST_ANGLES),
    numbers.whole('the number of horizontal angles', 1, MOST_ANGLES),
  ]
  if (verticals * horizontals > MOST_VALUES)
    fault(`it announces ${verticals * horizontals} candela values; up to ${MOST_VALUES} are read`)
  const type = TYPES[numbers.whole('the photometric type', 1, 3) as 1 | 2 | 3]
  const metres = METRES[numbers.whole('the unit of sizes', 1, 2) as 1 | 2]
  const [width, length, height] = numbers.many(3, 'sizes of the opening') as [number, number, number]
  const ballast = numbers.one('the ballast factor')
  // Up to 2002 a second factor (1 since 1995); in 2019 a code that tells how the file was made, which scales nothing.
  const second = numbers.one(version === '2019' ? 'the code of the file\u2019s making' : 'the ballast-lamp factor')
  const watts = numbers.one('the input watts')
  if (lumens !== -1 && lumens <= 0)
    fault(`a lamp has ${lumens} lumens; rated lumens are above 0, and -1 stands for absolute photometry`)
  if (multiplier <= 0 || ballast <= 0 || (version !== '2019' && second <= 0))
    fault('a multiplier or factor is not above 0')
  const verticalDeg = numbers.many(verticals, 'vertical angles')
  const horizontalDeg = numbers.many(horizontals, 'horizontal angles')
  const wrong = anglesFault(type, verticalDeg, horizontalDeg)
  if (wrong) fault(wrong)
  const scale = multiplier * ballast * (version === '2019' ? 1 : second)
  const candela = horizontalDeg.map(angle =>
    numbers.many(verticals, `candela at ${angle} degrees`).map(value => value * scale),
  )
  if (candela.some(row => row.some(value => value < 0))) fault('a candela value is negative')
  if (!candela.some(row => row.some(value => value > 0))) fault('all candela values are 0')
  if (!candela.every(row => row.every(Number.isFinite)) || ![width, length, height, watts].every(Number.isFinite))
    fault('a number is too large to be read')
  if (numbers.left() > 0) fault(`${numbers.left()} more numbers follow than the file announces`)
  return {
    version,
    keywords,
    tilt,
    lamps,
    type,
    watts,
    verticalDeg,
    horizontalDeg,
    candela,
    lumensPerLamp: lumens === -1 ? null : lumens,
    widthM: width * metres,
    lengthM: length * metres,
    heightM: height * metres,
  }
}

/**
 * Reads a photometric file of ANSI/IES LM-63-1995, -2002 or -2019: types A, B and C, TILT=NONE and TILT=INCLUDE.
 * Reads strictly: whatever the standard does not allow is refused with the reason, and with the line where a number
 * is wrong.
 */
export const parseIes = (text: string): Outcome<IesFile> => {
  try {
    const { version, keywords, hasTilt, body, bodyLine } = readIesHeader(text, fault)
    return ok(readBody(version, keywords, hasTilt, numberReader(body, bodyLine, fault)))
  } catch (error) {
    if (error instanceof IesFault)
      return err(`This photometric file cannot be used: ${error.message}. Nothing was changed.`)
    throw error
  }
}
