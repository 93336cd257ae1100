import { meterPoints, type MeterPoint } from './points'
import { spillPoints } from './spillPoints'
import type { StudioSet } from '../../model/schema'
import { framePoints } from './framePoints'
import { gridPoints } from './gridPoints'

/**
 * Every place where a reading of a set can be taken: its meter points, where spill is read, the grids of its looks,
 * and where its frames are read.
 */
export const readingPoints = (set: StudioSet): MeterPoint[] => {
  const grids = set.looks.flatMap(({ grid }) => (grid ? gridPoints(set, grid) : []))
  return [
    ...meterPoints(set),
    ...spillPoints(set),
    ...new Map(grids.map(point => [point.id, point])).values(),
    ...framePoints(set),
  ]
}
