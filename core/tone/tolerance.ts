import { BACKDROP_MIDDLE } from '../model/placeIds'
import type { Look, StudioSet } from '../model/schema'

/**
 * How even a backdrop has to be for what it is used for: stops from its lightest to its darkest part. Common
 * practice, no source.
 */
export const TOLERANCES = {
  clipped: 0.5,
  white: 0.3,
  grey: 0.2,
  colour: 0.3,
  keying: 0.15,
  black: 1,
} as const

/** What a backdrop is wanted as. */
export type Use = keyof typeof TOLERANCES

/** Values at and under which a backdrop counts as black, and from which as white. */
const BLACK_VALUE = 30
const WHITE_VALUE = 225
const CLIPPED_VALUE = 250

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
