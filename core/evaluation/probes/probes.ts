import type { StudioSet } from '../../model/schema'
import { areaPoints } from './areaPoints'
import { bandPoints, meterPoints, type MeterPoint } from './points'
import { readingPoints } from './readingPoints'
import { sensePoints } from './sensePoints'
import { BAND_COUNT } from '../thresholds'

const unique = (points: readonly MeterPoint[]): MeterPoint[] => [
  ...new Map(points.map(point => [point.id, point])).values(),
]

/**
 * The places where the light of a set is worked out. This is the only list: what is not in it was never solved, and
 * asking for it is an
 * error.
 * - `judged`: what targets and areas of the looks are judged at;
 * - `read`: where a reading can be taken;
 * - `shown`: both, with what checks look at and the backdrop's band of tone.
 */
export type ProbeUse = 'judged' | 'read' | 'shown'

/** Every place of a set that light is worked out at, for one use. */
export const probesOf = (set: StudioSet, use: ProbeUse = 'shown'): MeterPoint[] => {
  switch (use) {
    case 'judged':
      return [
        ...meterPoints(set),
        ...(set.looks.some(({ areas }) => areas.some(({ kind }) => kind === 'wrap' || kind === 'apart'))
          ? sensePoints(set)
          : []),
        ...areaPoints(set),
      ]
    case 'read':
      return readingPoints(set)
    case 'shown':
      return unique([
        ...meterPoints(set),
        ...sensePoints(set),
        ...bandPoints(set, BAND_COUNT),
        ...areaPoints(set),
        ...readingPoints(set),
      ])
  }
}
