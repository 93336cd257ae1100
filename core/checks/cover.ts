import { coverOf, coverFixes } from '../brief/feasibility'
import { problem, type Check } from './finding'

/** A backdrop that the frame looks past. */
export const cover: Check = ({ set }) => {
  const found = coverOf(set)
  return found.isOk ? [] : [problem(set, 'cover', { is: 'not-covered', cover: found }, ...coverFixes(set))]
}
