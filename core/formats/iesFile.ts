import { ok, type Outcome } from '../shared/outcome'
import { readIesHeader, type IesVersion } from './iesHeader'
import { numberReader, type NumberReader } from './iesNumbers'
import { soundDistribution } from './photometricAngles'
import { fault, MOST_ANGLES, MOST_VALUES, reading, type PhotometricFile } from './photometricFile'

/** A file of LM-63 with what only such a file says. */
export type IesFile = PhotometricFile & { version: IesVersion; keywords: Record<string, string>; lamps: number }

const TYPES = { 1: 'C', 2: 'B', 3: 'A' } as const
const METRES = { 1: 0.3048, 2: 1 } as const
/** Sizes of openings, metres either way: more is a wrong unit or a damaged file. */
const MOST_SIZE_M = 1000
const MOST_WATTS = 1e6

const readTilt = (numbers: NumberReader): NonNullable<IesFile['tilt']> => {
  numbers.whole('the lamp-to-luminaire geometry', 1, 3)
  const count = numbers.whole('the number of tilt angles', 1, MOST_ANGLES)
  return {
    anglesDeg: numbers.many(count, 'tilt angles', 0, 180),
    factors: numbers.many(count, 'tilt factors', 0, 100),
  }
}

const readBody = (
  version: IesVersion,
  keywords: Record<string, string>,
  { hasTilt, notes }: { hasTilt: boolean; notes: string[] },
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
  const most = MOST_SIZE_M / metres
  const [width, length, height] = numbers.many(3, 'sizes of the opening', -most, most) as [number, number, number]
  const ballast = numbers.one('the ballast factor')
  // Up to 2002 a second factor (1 since 1995); in 2019 a code that tells how the file was made, which scales nothing.
  const second = numbers.one(version === '2019' ? 'the code of the file\u2019s making' : 'the ballast-lamp factor')
  const watts = numbers.one('the input watts', 0, MOST_WATTS)
  if (lumens !== -1 && lumens <= 0)
    fault(`a lamp has ${lumens} lumens; rated lumens are above 0, and -1 stands for absolute photometry`)
  if (multiplier <= 0 || ballast <= 0 || (version !== '2019' && second <= 0))
    fault('a multiplier or factor is not above 0')
  const verticalDeg = numbers.many(verticals, 'vertical angles', -360, 360)
  const horizontalDeg = numbers.many(horizontals, 'horizontal angles', -360, 360)
  const scale = multiplier * ballast * (version === '2019' ? 1 : second)
  const candela = horizontalDeg.map(angle =>
    numbers.many(verticals, `candela at ${angle} degrees`, 0).map(value => value * scale),
  )
  const sound = soundDistribution(type, { verticalDeg, horizontalDeg, candela, notes })
  if (typeof sound === 'string') return fault(sound)
  if (!candela.some(row => row.some(value => value > 0))) fault('all candela values are 0')
  if (!candela.every(row => row.every(Number.isFinite))) fault('a number is too large to be read')
  if (numbers.left() > 0) fault(`${numbers.left()} more numbers follow than the file announces`)
  return {
    version,
    keywords,
    name: keywords.LUMINAIRE ?? '',
    tilt,
    lamps,
    type,
    watts,
    ...sound,
    lumensPerLamp: lumens === -1 ? null : lumens,
    widthM: width * metres,
    lengthM: length * metres,
    heightM: height * metres,
  }
}

/**
 * Reads a photometric file of LM-63 in its editions of 1986, 1991, 1995, 2002 and 2019: types A, B and C, TILT=NONE
 * and TILT=INCLUDE. What is met in the wild and whose meaning is clear is taken, with a note of what was taken to be
 * meant; anything else is refused with the reason, and with the line where a number is wrong.
 */
export const parseIes = (text: string): Outcome<IesFile> =>
  reading(() => {
    const { version, keywords, body, bodyLine, ...header } = readIesHeader(text, fault)
    return ok(readBody(version, keywords, header, numberReader(body, bodyLine, fault)))
  })
