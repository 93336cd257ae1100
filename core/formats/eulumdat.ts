import { ok, type Outcome } from '../shared/outcome'
import { END_MARK } from './iesHeader'
import { soundDistribution } from './photometricAngles'
import { fault, MOST_ANGLES, MOST_VALUES, reading, type PhotometricFile } from './photometricFile'

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
  const word = (what: string): string => {
    const line = lines[at]
    if (line === undefined) return fault(`it ends before ${what}`)
    at += 1
    return line.trim()
  }
  const number = (what: string, least = -1e12, most = 1e12): number => {
    const text = word(what).replace(',', '.')
    const value = Number(text)
    if (text === '' || !Number.isFinite(value))
      return fault(`line ${at} has "${text.slice(0, 20)}" where ${what} should be`)
    return value >= least && value <= most
      ? value
      : fault(`line ${at} has ${text.slice(0, 20)} for ${what}, which is from ${least} to ${most}`)
  }
  const whole = (what: string, least: number, most: number): number => {
    const value = number(what, least, most)
    return Number.isInteger(value) ? value : fault(`line ${at}: ${what} is ${value}, and a whole number`)
  }
  return { word, number, whole, skip: (count: number, what: string) => Array.from({ length: count }, () => word(what)) }
}

const MOST_SIZE_MM = 1e6

/**
 * Reads a photometric file of the open text format EULUMDAT (1990; its layout from memory): intensities in candela a
 * thousand lumens, made absolute by the lumens of its lamps. Its planes count from across the lamp's length.
 */
export const parseEulumdat = (text: string): Outcome<PhotometricFile> =>
  reading(() => {
    const lines = lineReader(text)
    lines.word('the maker\u2019s line')
    lines.whole('the kind of light', 0, 3)
    const symmetry = lines.whole('the symmetry', 0, 4)
    const planes = lines.whole('the number of planes', 1, MOST_ANGLES)
    lines.number('the distance of planes', 0, 360)
    const angles = lines.whole('the number of angles in a plane', 2, MOST_ANGLES)
    lines.number('the distance of angles', 0, 180)
    lines.word('the number of the report')
    const name = lines.word('the name of the light')
    lines.skip(3, 'the lines behind the name')
    const [length, width, height] = [
      lines.number('the length', 0, MOST_SIZE_MM),
      lines.number('the width', 0, MOST_SIZE_MM),
      lines.number('the height', 0, MOST_SIZE_MM),
    ]
    const openLength = lines.number('the length of the opening', 0, MOST_SIZE_MM)
    const openWidth = lines.number('the width of the opening', 0, MOST_SIZE_MM)
    lines.skip(4, 'the heights of the opening')
    lines.skip(2, 'the shares of light')
    const factor = lines.number('the factor for intensities', 0, 1e6)
    lines.word('the tilt of the measurement')
    const sets = lines.whole('the number of sets of lamps', 1, MOST_SETS)
    const [first] = Array.from({ length: sets }, () => {
      const lamps = lines.number('the number of lamps')
      lines.word('the type of lamps')
      const lumens = lines.number('the lumens of lamps', 0)
      lines.skip(2, 'the colour of lamps')
      return { lamps, lumens, watts: lines.number('the watts', 0) }
    })
    lines.skip(RATIOS, 'the ratios')
    const all = Array.from({ length: planes }, () => lines.number('the angle of a plane', -360, 360))
    const verticalDeg = Array.from({ length: angles }, () => lines.number('an angle in a plane', 0, 180))
    const [from, to] = planesIn(symmetry, planes)
    if (!Number.isInteger(from) || !Number.isInteger(to))
      fault(`line 3 says a symmetry that ${planes} planes cannot have`)
    if ((to - from + 1) * angles > MOST_VALUES) fault(`it announces more than ${MOST_VALUES} candela values`)
    const perThousand = (first!.lumens / 1000) * (factor || 1)
    const rows = Array.from({ length: to - from + 1 }, () =>
      Array.from({ length: angles }, () => lines.number('an intensity', 0) * perThousand),
    )
    const notes: string[] = sets > 1 ? [`It has ${sets} sets of lamps; the first was taken.`] : []
    const horizontalDeg = rows.map((_, index) => all[(from + index) % planes]!)
    // Symmetry about the plane along: from 270 by 0 to 90. LM-63 has the other half, from 90 to 270, its mirror image.
    const isAlong = symmetry === SYMMETRY.along
    const laid = isAlong
      ? { horizontalDeg: [...horizontalDeg].reverse().map(angle => (540 - angle) % 360), candela: [...rows].reverse() }
      : { horizontalDeg: symmetry === SYMMETRY.round ? [0] : horizontalDeg, candela: rows }
    if (!rows.some(row => row.some(value => value > 0))) fault('all intensities are 0')
    const sound = soundDistribution('C', { verticalDeg, ...laid, notes })
    if (typeof sound === 'string') return fault(sound)
    // A width of 0 means a round one; its length lies along, its width across, where the planes begin.
    const [along, across] = openLength > 0 ? [openLength, openWidth] : [length, width]
    const isRound = across === 0
    return ok({
      name,
      tilt: null,
      type: 'C',
      watts: first!.watts,
      lumensPerLamp: first!.lamps < 0 ? null : first!.lumens / Math.max(1, first!.lamps),
      widthM: (isRound ? -along : along) / MILLIMETRES,
      lengthM: (isRound ? -along : across) / MILLIMETRES,
      heightM: height / MILLIMETRES,
      ...sound,
    })
  })
