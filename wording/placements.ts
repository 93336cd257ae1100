import { withMove, type LookUnder, type Placement, type Start } from '#core/solve/together/placement'
import { onePlacement } from '#core/looks/onePlacement'
import { inLook } from '#core/looks/inLook'
import type { StudioSet } from '#core/model/schema'
import { changeWords } from './changes'
import { capital, counted } from './language'
import { missWords } from './misses'
import type { InLength } from './notation/distance'
import { minutesWords, stopWords } from './quantities'
import { keyFaultWords, limitWords } from './verdict'

type Placed = Pick<Placement, 'start' | 'moves' | 'looks' | 'served' | 'missStops' | 'onceMinutes' | 'betweenMinutes'>

const nameOf = (set: StudioSet, lookId: string): string => set.looks.find(({ id }) => id === lookId)?.name ?? lookId

const startWords = (set: StudioSet, start: Start): string[] => {
  switch (start.kind) {
    case 'as-is':
      return []
    case 'set':
      return ['Lights and panels of every look as the set has them']
    case 'look':
      return [`Lights and panels of every look as "${nameOf(set, start.lookId)}" has them`]
  }
}

/** What is done for a placement, in order: once for all looks, then what single looks have moved for themselves. */
export const placementSteps = (set: StudioSet, { start, moves }: Placed, inLength: InLength): string[] => {
  const said = startWords(set, start)
  let current = start.kind === 'as-is' ? set : onePlacement(set, start.kind === 'look' ? start.lookId : undefined)
  for (const move of moves) {
    const words = changeWords(move.lookId ? inLook(current, move.lookId) : current, move.change, inLength)
    said.push(move.lookId ? `For "${nameOf(set, move.lookId)}" alone: ${words}` : capital(words))
    current = withMove(current, move)
  }
  return said
}

/** A placement in one line: `All 5 looks on target, 8 min of changes between them`. */
export const placementWords = ({ looks, served, missStops, betweenMinutes }: Placed): string => {
  const between = `${minutesWords(betweenMinutes)} of changes between them`
  if (served === looks.length) return `All ${counted(looks.length, 'look')} on target, ${between}`
  const missed = missStops < 0.05 ? '' : `, ${stopWords(missStops)} missed in all`
  return `${served} of ${counted(looks.length, 'look')} on target${missed}, ${between}`
}

/** How a look stands under a placement: on target, or what it misses, why, and what would help. */
export const lookUnderWords = (set: StudioSet, look: LookUnder): { words: string; because?: string } => {
  if (look.isReached) return { words: 'On target' }
  const { lights } = inLook(set, look.lookId)
  const [missed] = missWords(look.misses)
  const words = missed ?? 'Just off target'
  if (look.keyFault) {
    const { words: fault, advice } = keyFaultWords(set, look.keyFault)
    return { words, because: `${fault}. ${advice}` }
  }
  if (!look.limit) return { words }
  const { words: limit, advice } = limitWords(lights, look.limit)
  return { words, because: `${capital(limit)}. ${advice}` }
}
