import { changeTargets } from '../edits/edits'
import type { StudioSet, Target } from '../model/schema'
import { BACKDROP_POINTS } from '../brief/looks'
import { TONES, TONE_VALUES, type Tone } from '../evaluation/target'
import { propose, type ProposeOptions, type Proposed } from './moves/propose'
import type { Question } from './moves/trial'

/** What it takes to bring the backdrop of a set to one tone. */
export type SweepStep = { value: number; tone: Tone; set: StudioSet; proposed: Proposed }

/** The set with another value wanted of its whole backdrop, everything else wanted as before. */
export const withBackdropValue = (set: StudioSet, lookId: string, value: number): StudioSet => {
  const target: Target = { kind: 'value', value }
  return changeTargets(set, lookId, Object.fromEntries(BACKDROP_POINTS.map(id => [id, target])))
}

/**
 * From one set: what it takes to go pure white, light grey, mid grey, dark grey and black. Rungs are told as they
 * come.
 */
export const toneSweep = async (
  question: Question,
  {
    report,
    ...options
  }: Omit<ProposeOptions, 'report'> & { report?: (sweep: SweepStep[], share: number) => void } = {},
): Promise<SweepStep[] | undefined> => {
  const sweep: SweepStep[] = []
  for (const tone of TONES) {
    const value = TONE_VALUES[tone]
    const set = withBackdropValue(question.set, question.lookId, value)
    const proposed = await propose({ ...question, set }, options)
    if (!proposed) return undefined
    sweep.push({ value, tone, set, proposed })
    report?.([...sweep], sweep.length / TONES.length)
  }
  return sweep
}
