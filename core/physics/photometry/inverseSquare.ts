import { stopsFromRatio } from '../units/stops'

/** Change in stops when a point source moves from one distance to another: -2 log2(to / from). */
export const stopsForDistance = (fromM: number, toM: number): number => 2 * stopsFromRatio(fromM / toM)
