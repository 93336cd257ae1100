import type { Placement } from './placement'
import { SHOWN, SAME_MINUTES, SAME_STOPS } from '../thresholds'

/** Figures of a placement as coarse as they are told apart, so that "beats" holds along a chain. */
const coarse = ({ betweenMinutes, missStops, onceMinutes, cost }: Placement) => ({
  minutes: Math.round(betweenMinutes / SAME_MINUTES),
  // Whatever misses at all is not as good as what serves.
  stops: Math.ceil(missStops / SAME_STOPS - 1e-9),
  onceMinutes,
  cost,
})

/** Better or equal in both; of two that are alike in both, the one that is sooner made. */
const beats = (one: ReturnType<typeof coarse>, other: ReturnType<typeof coarse>): boolean => {
  if (one.stops > other.stops || one.minutes > other.minutes) return false
  if (one.stops < other.stops || one.minutes < other.minutes) return true
  return one.onceMinutes < other.onceMinutes || (one.onceMinutes === other.onceMinutes && one.cost < other.cost)
}

/** Placements that no other beats, the fewest minutes between looks first; of twins the first. */
export const frontOf = (placements: readonly Placement[]): Placement[] => {
  const figures = placements.map(coarse)
  const isTwin = (one: number, other: number) =>
    !beats(figures[one]!, figures[other]!) &&
    figures[one]!.stops === figures[other]!.stops &&
    figures[one]!.minutes === figures[other]!.minutes
  return placements
    .filter(
      (_, index) => !figures.some((other, at) => beats(other, figures[index]!) || (at < index && isTwin(index, at))),
    )
    .toSorted((a, b) => a.betweenMinutes - b.betweenMinutes)
}

/** Of a long front its ends, and between them what serves more than what is quicker. */
export const shown = (front: readonly Placement[]): Placement[] => {
  if (front.length <= SHOWN) return [...front]
  const steps = front.filter((one, index) => index === 0 || one.served > front[index - 1]!.served)
  return [...new Set([front[0]!, ...steps, front.at(-1)!])].slice(-SHOWN)
}
