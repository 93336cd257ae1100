import type { PhotometricTable } from '../physics/sources/photometricTable'
import { fault, type PhotometricNote } from './photometricFaults'

/** A distribution as a file gives it, `candela[horizontal][vertical]`, and what was taken to be meant by it. */
export type Distribution = {
  verticalDeg: number[]
  horizontalDeg: number[]
  candela: number[][]
  notes: PhotometricNote[]
}

const rises = (angles: readonly number[]): boolean =>
  angles.every((angle, index) => index === 0 || angle > angles[index - 1]!)

/** Angles that are the same but for rounding. */
const SAME_DEG = 0.01
const same = (a: number, b: number): boolean => Math.abs(a - b) < SAME_DEG

/** Planes may begin below 0, which is the same as above 180: laid out from 0 to 360. */
const fromZero = ({ horizontalDeg, candela, ...rest }: Distribution): Distribution => {
  const planes = horizontalDeg.map((angle, index) => ({ angle: ((angle % 360) + 360) % 360, row: candela[index]! }))
  const whole = planes
    .sort((a, b) => a.angle - b.angle)
    .filter(({ angle }, index, all) => index === 0 || !same(angle, all[index - 1]!.angle))
  return {
    ...rest,
    horizontalDeg: whole.map(({ angle }) => angle),
    candela: whole.map(({ row }) => row),
    notes: [...rest.notes, { is: 'planes-below-zero' }],
  }
}

/** Planes all round of which the last is not the first again get it. */
const closed = (file: Distribution): Distribution => {
  const { horizontalDeg, candela, notes } = file
  const [first, last] = [horizontalDeg[0]!, horizontalDeg.at(-1)!]
  const step = last - horizontalDeg.at(-2)!
  if (!(first < SAME_DEG && last > 180 && last < 360 - SAME_DEG && last + 1.5 * step >= 360)) return file
  return {
    ...file,
    horizontalDeg: [...horizontalDeg, 360],
    candela: [...candela, candela[0]!],
    notes: [...notes, { is: 'planes-end', atDeg: last }],
  }
}

/** One plane, whatever its angle, is all that there is to know of a round light. */
const round = (file: Distribution): Distribution =>
  file.horizontalDeg.length === 1 && file.horizontalDeg[0] !== 0
    ? { ...file, horizontalDeg: [0], notes: [...file.notes, { is: 'one-plane' }] }
    : file

/** A distribution that begins a little off the axis goes on to it as it begins. */
const MOST_GAP_DEG = 15
const toAxis = (file: Distribution): Distribution => {
  const [first] = file.verticalDeg
  if (!(first! > 0 && first! <= MOST_GAP_DEG)) return file
  return {
    ...file,
    verticalDeg: [0, ...file.verticalDeg],
    candela: file.candela.map(row => [row[0]!, ...row]),
    notes: [...file.notes, { is: 'axis-taken', atDeg: first! }],
  }
}

const typeC = (file: Distribution): Distribution => {
  const turned = file.horizontalDeg[0]! < 0 ? fromZero(file) : file
  const whole = toAxis(round(closed(turned)))
  const { verticalDeg, horizontalDeg } = whole
  const [firstV, lastV, firstH, lastH] = [
    verticalDeg[0]!,
    verticalDeg.at(-1)!,
    horizontalDeg[0]!,
    horizontalDeg.at(-1)!,
  ]
  if (![0, 90].some(angle => same(angle, firstV)) || lastV > 180)
    fault({ is: 'angles-range', type: 'C', of: 'vertical', fromDeg: firstV, toDeg: lastV })
  const isWhole = same(firstH, 0) && [0, 90, 180, 360].some(angle => same(angle, lastH))
  if (!isWhole && !(same(firstH, 90) && same(lastH, 270)))
    fault({ is: 'angles-range', type: 'C', of: 'horizontal', fromDeg: firstH, toDeg: lastH })
  return [90, 180].some(angle => same(angle, lastV))
    ? whole
    : { ...whole, notes: [...whole.notes, { is: 'angles-end', of: 'vertical', atDeg: lastV }] }
}

const typeAB = (type: 'A' | 'B', file: Distribution): Distribution => {
  const notes = [...file.notes]
  for (const [of, angles] of [
    ['vertical', file.verticalDeg],
    ['horizontal', file.horizontalDeg],
  ] as const) {
    const [first, last] = [angles[0]!, angles.at(-1)!]
    const isHalf = same(first, 0)
    if (!(isHalf || same(first, -last)) || last > 90 || first < -90)
      fault({ is: 'angles-range', type, of, fromDeg: first, toDeg: last })
    if (last < 90 - SAME_DEG && angles.length > 1) notes.push({ is: 'angles-end', of, atDeg: last })
  }
  return { ...file, notes }
}

/**
 * A distribution as its standard lays it out (LM-63: the ranges of each type), and what had to be taken to be meant;
 * ends the reading where it cannot be right.
 */
export const soundDistribution = (type: PhotometricTable['type'], file: Distribution): Distribution => {
  if (!rises(file.verticalDeg)) fault({ is: 'angles-fall', of: 'vertical' })
  if (!rises(file.horizontalDeg)) fault({ is: 'angles-fall', of: 'horizontal' })
  return type === 'C' ? typeC(file) : typeAB(type, file)
}
