import type { Light } from '#core/model/schema'
import type { DarkThird, FramePointTone, FrameVerdict } from '#core/testFrames/frameVerdict'
import { inSentence } from './language'
import { formatSpan } from './notation/span'
import { powerChangesWords } from './powers'
import { stopWords } from './quantities'

/** How far past white it is by the sensor; by the picture only that it clips. */
const clippedWords = (tones: readonly FramePointTone[]): string => {
  const past = Math.max(...tones.map(({ pastWhiteStops }) => pastWhiteStops ?? -1))
  const isAtEnd = tones.some(({ isClipped }) => isClipped)
  if (past < 0) return isAtEnd ? ', clipped' : ''
  return `, ${isAtEnd ? 'at least ' : ''}${stopWords(past)} past white by the sensor`
}

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
  const clipped = clippedWords(asked)
  const wants = `${found}${clipped}, wants ${formatSpan(asked.map(({ wanted }) => wanted!))}`
  if (!changes) return `${wants}.`
  return changes.length > 0
    ? `${wants}: ${powerChangesWords(changes, lights)}.`
    : `${wants}. Power alone does not mend it.`
}

/** `The left third is darker by 0.3 stop`. */
export const darkThirdWords = ({ third, stops }: DarkThird): string =>
  `The ${third} third is darker by ${stopWords(stops)}`
