import type { FlatterWalk, LookWalk } from '#core/solve/walks'
import { minutesWords, stopWords } from './quantities'
import type { InLength } from './notation/distance'

/** From the darkest to the brightest place of a walk. */
export const walkRangeWords = ({ rangeStops }: Pick<LookWalk, 'rangeStops'>): string => stopWords(rangeStops)

/** Where a walk's light changes fastest; a sentence after a semicolon. */
export const walkWords = ({ points }: Pick<LookWalk, 'points'>, inLength: InLength): string => {
  const steps = points.slice(1).map((point, index) => {
    const before = points[index]!
    return {
      atM: (point.alongM + before.alongM) / 2,
      slope: Math.abs(point.stops - before.stops) / Math.max(0.01, point.alongM - before.alongM),
    }
  })
  const steepest = steps.reduce((most, step) => (step.slope > most.slope ? step : most), { atM: 0, slope: 0 })
  return `it changes fastest ${inLength(steepest.atM)} from the start, ${stopWords(steepest.slope)} a metre.`
}

/** What a flatter walk comes to. */
export const flatterWords = (
  { rangeStops, served, minutes }: Pick<FlatterWalk, 'rangeStops' | 'served' | 'minutes'>,
  looks: number,
): string =>
  [
    looks > 1 ? `at most ${stopWords(rangeStops)} in any look` : stopWords(rangeStops),
    ...(looks > 1 ? [`${served} of ${looks} looks on target`] : [served > 0 ? 'on target' : 'not on target then']),
    minutesWords(minutes),
  ].join(', ')
