import type { Outcome } from '../shared/outcome'
import { END_MARK } from './iesHeader'
import { soundDistribution } from './photometricAngles'
import { MOST_ANGLES, MOST_VALUES, type PhotometricFile } from './photometricFile'
import { fault, reading, type PhotometricNote, type PhotometricRefusal, type EulumdatField } from './photometricFaults'

/** Kinds of symmetry, by their numbers: which planes stand in the file (from memory of the open format of 1990). */
const SYMMETRY = { none: 0, round: 1, across: 2, along: 3, both: 4 } as const

/** First and last plane that stand in the file, of all planes all round. */
const planesIn = (symmetry: number, planes: number): [first: number, last: number] => {
  switch (symmetry) {
    case SYMMETRY.round:
      return [0, 0]
    case SYMMETRY.across:
      return [0, planes / 2]
    case SYMMETRY.along:
      return [(3 * planes) / 4, (5 * planes) / 4]
    case SYMMETRY.both:
      return [0, planes / 4]
    default:
      return [0, planes - 1]
  }
}

const MILLIMETRES = 1000
const MOST_SETS = 20
/** Ratios for ten shapes of rooms stand before the angles. */
const RATIOS = 10

const lineReader = (text: string) => {
  const lines = text
    .replace(/^\uFEFF/, '')
    .split(END_MARK)[0]!
    .split(/\r\n|\r|\n/)
  let at = 0
  const word = (field: EulumdatField): string => {
    const line = lines[at]
    if (line === undefined) return fault({ is: 'ends', before: { field } })
    at += 1
    return line.trim()
  }
  const number = (field: EulumdatField, least = -1e12, most = 1e12): number => {
    const text = word(field).replace(',', '.')
    const value = Number(text)
    if (text === '' || !Number.isFinite(value))
      return fault({ is: 'no-figure', line: at, found: text.slice(0, 20), field: { field } })
    return value >= least && value <= most
      ? value
      : fault({ is: 'outside', line: at, found: text.slice(0, 20), field: { field }, least, most })
  }
  const whole = (field: EulumdatField, least: number, most: number): number => {
    const value = number(field, least, most)
    return Number.isInteger(value) ? value : fault({ is: 'not-whole', line: at, field: { field }, value, least, most })
  }
  return {
    word,
    number,
    whole,
    skip: (count: number, field: EulumdatField) => Array.from({ length: count }, () => word(field)),
  }
}

const MOST_SIZE_MM = 1e6

/**
 * Reads a photometric file of the open text format EULUMDAT (1990; its layout from memory): intensities in candela a
 * thousand lumens, made absolute by the lumens of its lamps. Its planes count from across the lamp's length.
 */
export const parseEulumdat = (text: string): Outcome<PhotometricFile, PhotometricRefusal> =>
  reading(() => {
    const lines = lineReader(text)
    lines.word('maker')
    lines.whole('kind', 0, 3)
    const symmetry = lines.whole('symmetry', 0, 4)
    const planes = lines.whole('plane-count', 1, MOST_ANGLES)
    lines.number('plane-step', 0, 360)
    const angles = lines.whole('angle-count', 2, MOST_ANGLES)
    lines.number('angle-step', 0, 180)
    lines.word('report')
    const name = lines.word('name')
    lines.skip(3, 'after-name')
    const [length, width, height] = [
      lines.number('length', 0, MOST_SIZE_MM),
      lines.number('width', 0, MOST_SIZE_MM),
      lines.number('height', 0, MOST_SIZE_MM),
    ]
    const openLength = lines.number('opening-length', 0, MOST_SIZE_MM)
    const openWidth = lines.number('opening-width', 0, MOST_SIZE_MM)
    lines.skip(4, 'opening-heights')
    lines.skip(2, 'shares')
    const factor = lines.number('factor', 0, 1e6)
    lines.word('tilt')
    const sets = lines.whole('set-count', 1, MOST_SETS)
    const [first] = Array.from({ length: sets }, () => {
      const lamps = lines.number('lamp-count')
      lines.word('lamp-type')
      const lumens = lines.number('lumens', 0)
      lines.skip(2, 'lamp-colour')
      return { lamps, lumens, watts: lines.number('watts', 0) }
    })
    lines.skip(RATIOS, 'ratios')
    const all = Array.from({ length: planes }, () => lines.number('plane', -360, 360))
    const verticalDeg = Array.from({ length: angles }, () => lines.number('angle', 0, 180))
    const [from, to] = planesIn(symmetry, planes)
    if (!Number.isInteger(from) || !Number.isInteger(to)) fault({ is: 'symmetry', planes })
    if ((to - from + 1) * angles > MOST_VALUES) fault({ is: 'too-many-values', count: null, most: MOST_VALUES })
    const perThousand = (first!.lumens / 1000) * (factor || 1)
    const rows = Array.from({ length: to - from + 1 }, () =>
      Array.from({ length: angles }, () => lines.number('intensity', 0) * perThousand),
    )
    const notes: PhotometricNote[] = sets > 1 ? [{ is: 'sets-of-lamps', count: sets }] : []
    const horizontalDeg = rows.map((_, index) => all[(from + index) % planes]!)
    // Symmetry about the plane along: from 270 by 0 to 90. LM-63 has the other half, from 90 to 270, its mirror image.
    const isAlong = symmetry === SYMMETRY.along
    const laid = isAlong
      ? { horizontalDeg: [...horizontalDeg].reverse().map(angle => (540 - angle) % 360), candela: [...rows].reverse() }
      : { horizontalDeg: symmetry === SYMMETRY.round ? [0] : horizontalDeg, candela: rows }
    if (!rows.some(row => row.some(value => value > 0))) fault({ is: 'no-light' })
    const sound = soundDistribution('C', { verticalDeg, ...laid, notes })
    // A width of 0 means a round one; its length lies along, its width across, where the planes begin.
    const [along, across] = openLength > 0 ? [openLength, openWidth] : [length, width]
    const isRound = across === 0
    return {
      name,
      tilt: null,
      type: 'C',
      watts: first!.watts,
      lumensPerLamp: first!.lamps < 0 ? null : first!.lumens / Math.max(1, first!.lamps),
      widthM: (isRound ? -along : along) / MILLIMETRES,
      lengthM: (isRound ? -along : across) / MILLIMETRES,
      heightM: height / MILLIMETRES,
      ...sound,
    }
  })
