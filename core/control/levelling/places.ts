import { framePoints } from '../../evaluation/probes/framePoints'
import { gridPoints } from '../../evaluation/probes/gridPoints'
import type { MeterPoint } from '../../evaluation/probes/points'
import { readingPoints } from '../../evaluation/probes/readingPoints'
import { BACK_OF_HEAD } from '../../evaluation/probes/spillPoints'
import type { AreaTarget, Look, StudioSet } from '../../model/schema'

/** Areas whose light is read over the backdrop; the outline's is worked out from its targets. */
const OVER_BACKDROP: readonly AreaTarget['kind'][] = ['even', 'pool', 'ramp', 'colour']

/** The places over the backdrop that its areas are read at: those of the look's own grid, else those of pictures. */
const overBackdrop = (set: StudioSet, { grid }: Look): MeterPoint[] =>
  grid?.over === 'backdrop' ? gridPoints(set, grid) : framePoints(set)

/**
 * Where a meter is held in a round of levelling: at every target and, where areas are wanted, over the backdrop and
 * behind the head. A camera sees the backdrop by itself.
 */
export const placesToMeter = (set: StudioSet, look: Look, by: 'meter' | 'camera'): MeterPoint[] => {
  const wants = (kinds: readonly AreaTarget['kind'][]) => look.areas.some(({ kind }) => kinds.includes(kind))
  const targets = readingPoints(set).filter(({ id }) => look.targets[id] || (id === BACK_OF_HEAD && wants(['wrap'])))
  const all = wants(OVER_BACKDROP) ? [...targets, ...overBackdrop(set, look)] : targets
  const own = [...new Map(all.map(point => [point.id, point])).values()]
  return by === 'meter' ? own : own.filter(({ surface }) => surface !== 'backdrop')
}
