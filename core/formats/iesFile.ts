import type { Outcome } from '../shared/outcome'
import { readIesHeader, type IesVersion } from './iesHeader'
import { numberReader, type NumberReader } from './iesNumbers'
import { soundDistribution } from './photometricAngles'
import { MOST_ANGLES, MOST_VALUES, type PhotometricFile } from './photometricFile'
import { fault, reading, type PhotometricNote, type PhotometricRefusal } from './photometricFaults'

/** A file of LM-63 with what only such a file says. */
export type IesFile = PhotometricFile & { version: IesVersion; keywords: Record<string, string>; lamps: number }

const TYPES = { 1: 'C', 2: 'B', 3: 'A' } as const
const METRES = { 1: 0.3048, 2: 1 } as const
/** Sizes of openings, metres either way: more is a wrong unit or a damaged file. */
const MOST_SIZE_M = 1000
const MOST_WATTS = 1e6

const readTilt = (numbers: NumberReader): NonNullable<IesFile['tilt']> => {
  numbers.whole('lamp-geometry', 1, 3)
  const count = numbers.whole('tilt-count', 1, MOST_ANGLES)
  return {
    anglesDeg: numbers.many(count, { field: 'tilt-angles' }, 0, 180),
    factors: numbers.many(count, { field: 'tilt-factors' }, 0, 100),
  }
}

const readBody = (
  version: IesVersion,
  keywords: Record<string, string>,
  { hasTilt, notes }: { hasTilt: boolean; notes: PhotometricNote[] },
  numbers: NumberReader,
): IesFile => {
  const tilt = hasTilt ? readTilt(numbers) : null
  const lamps = numbers.whole('lamp-count', 1, 1000)
  const lumens = numbers.one('lamp-lumens')
  const multiplier = numbers.one('multiplier')
  const [verticals, horizontals] = [
    numbers.whole('vertical-count', 2, MOST_ANGLES),
    numbers.whole('horizontal-count', 1, MOST_ANGLES),
  ]
  if (verticals * horizontals > MOST_VALUES)
    fault({ is: 'too-many-values', count: verticals * horizontals, most: MOST_VALUES })
  const type = TYPES[numbers.whole('type', 1, 3) as 1 | 2 | 3]
  const metres = METRES[numbers.whole('unit', 1, 2) as 1 | 2]
  const most = MOST_SIZE_M / metres
  const [width, length, height] = numbers.many(3, { field: 'opening' }, -most, most) as [number, number, number]
  const ballast = numbers.one('ballast')
  // Up to 2002 a second factor (1 since 1995); in 2019 a code that tells how the file was made, which scales nothing.
  const second = numbers.one(version === '2019' ? 'making' : 'ballast-lamp')
  const watts = numbers.one('watts', 0, MOST_WATTS)
  if (lumens !== -1 && lumens <= 0) fault({ is: 'no-lumens', lumens })
  if (multiplier <= 0 || ballast <= 0 || (version !== '2019' && second <= 0)) fault({ is: 'no-factor' })
  const verticalDeg = numbers.many(verticals, { field: 'vertical-angles' }, -360, 360)
  const horizontalDeg = numbers.many(horizontals, { field: 'horizontal-angles' }, -360, 360)
  const scale = multiplier * ballast * (version === '2019' ? 1 : second)
  const candela = horizontalDeg.map(angle =>
    numbers.many(verticals, { field: 'candela', planeDeg: angle }, 0).map(value => value * scale),
  )
  const sound = soundDistribution(type, { verticalDeg, horizontalDeg, candela, notes })
  if (!candela.some(row => row.some(value => value > 0))) fault({ is: 'no-light' })
  if (!candela.every(row => row.every(Number.isFinite))) fault({ is: 'too-large', line: null })
  if (numbers.left() > 0) fault({ is: 'figures-left', count: numbers.left() })
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
export const parseIes = (text: string): Outcome<IesFile, PhotometricRefusal> =>
  reading(() => {
    const { version, keywords, body, bodyLine, ...header } = readIesHeader(text)
    return readBody(version, keywords, header, numberReader(body, bodyLine))
  })
