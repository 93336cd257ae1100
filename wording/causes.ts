import type { Cause } from '#core/calibration/causes'
import { formatStops } from './notation/stops'

/** Less than this is as good as explained. */
const EXPLAINED_STOPS = 0.1
const CAUSES_SAID = 2

const oneWords = (cause: Cause, nameOf: (lightId: string) => string): string => {
  switch (cause.kind) {
    case 'left-on':
      return `${nameOf(cause.lightId)} was still on`
    case 'did-not-fire':
      return `${nameOf(cause.lightId)} did not fire`
    case 'misread': {
      const size = Math.abs(cause.stops) === 1 ? 'one stop' : `${Math.abs(cause.stops)} stops`
      return `the meter was ${size} of ISO too ${cause.stops > 0 ? 'high' : 'low'}, or the figure was misread`
    }
    case 'turned-away':
      return 'the receptor was turned away or shaded'
  }
}

/** Likely causes as a sentence: `Most likely C was still on (leaves +0.1); or ...`. */
export const causeWords = (causes: readonly Cause[], nameOf: (lightId: string) => string): string => {
  if (causes.length === 0) return 'Nothing usual explains it: check lamp, power, meter and place.'
  const said = causes.slice(0, CAUSES_SAID).map(cause => {
    const left = Math.abs(cause.leftStops) < EXPLAINED_STOPS ? '' : ` (leaves ${formatStops(cause.leftStops)})`
    return `${oneWords(cause, nameOf)}${left}`
  })
  return `Most likely ${said.join('; or ')}.`
}
