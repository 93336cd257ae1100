import { BACKDROP_MIDDLE } from '../model/placeIds'
import type { Look, StudioSet } from '../model/schema'
import { TOLERANCES, BLACK_VALUE, WHITE_VALUE, CLIPPED_VALUE } from './thresholds'

/** What a backdrop is wanted as. */
export type Use = keyof typeof TOLERANCES

/** What a look uses its backdrop for, by what it wants of it. */
export const useOf = (set: StudioSet, look: Look): Use => {
  if (set.backdrop.kind === 'keying-screen') return 'keying'
  const target = look.targets[BACKDROP_MIDDLE]
  if (look.areas.some(({ kind }) => kind === 'colour')) return 'colour'
  if (target?.kind === 'clip') return 'clipped'
  if (target?.kind === 'detail') return 'white'
  if (target?.kind !== 'value') return 'grey'
  if (target.value >= CLIPPED_VALUE) return 'clipped'
  if (target.value >= WHITE_VALUE) return 'white'
  return target.value <= BLACK_VALUE ? 'black' : 'grey'
}

/** Evenness a look asks for: its own figure where it names one, else what its use wants. */
export const toleranceOf = (set: StudioSet, look: Look): number => {
  const asked = look.areas.find(area => area.kind === 'even' && area.firmness !== 'indifferent')
  return asked?.kind === 'even' ? asked.withinStops : TOLERANCES[useOf(set, look)]
}

/**
 * Whether a backdrop is even enough, by the figures that are shown: both to a tenth of a stop, so that "0.2" is never
 * too much where 0.2 is allowed.
 * @param spreadStops from the darkest to the lightest place
 */
export const isEvenEnough = (spreadStops: number, toleranceStops: number): boolean =>
  Math.round(10 * spreadStops) <= Math.round(10 * toleranceStops)
