import type { Light } from '#core/model/schema'
import type { DarkThird, FrameVerdict } from '#core/testFrames/frameVerdict'
import { inSentence } from './language'
import { formatSpan } from './notation/span'
import { powerChangesWords } from './powers'
import { stopWords } from './quantities'

/** What a frame's backdrop is, what it wants, and what mends it, in one sentence. */
export const frameVerdictWords = (lights: readonly Light[], verdict: FrameVerdict): string => {
  const { state, tones, wholeValue, changes } = verdict
  if (tones.length === 0) {
    const whole =
      wholeValue === undefined ? 'No backdrop was found in this frame.' : `Backdrop ${Math.round(wholeValue)} all over.`
    return `${whole} None of the places that are judged can be told in it.`
  }
  const asked = tones.filter(({ offStops }) => offStops !== undefined)
  const found = `Backdrop ${formatSpan((asked.length > 0 ? asked : tones).map(({ value }) => value))}`
  if (state === 'no-target') return `${found}. No target is set for the backdrop yet.`
  if (state === 'on-target') return `On target: ${inSentence(found)}.`
  const clipped = asked.some(({ isClipped }) => isClipped) ? ', clipped' : ''
  const wants = `${found}${clipped}, wants ${formatSpan(asked.map(({ wanted }) => wanted!))}`
  if (!changes) return `${wants}.`
  return changes.length > 0
    ? `${wants}: ${powerChangesWords(changes, lights)}.`
    : `${wants}. Power alone does not mend it.`
}

/** `The left third is darker by 0.3 stop`. */
export const darkThirdWords = ({ third, stops }: DarkThird): string =>
  `The ${third} third is darker by ${stopWords(stops)}`
