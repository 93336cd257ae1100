import { applyChange } from '../../changes/apply'
import { lightDistance } from '../../edits/distances'
import type { StudioSet } from '../../model/schema'
import type { NumberExercise } from '../exercise'
import { judged, type Lit } from '../studio'
import { backdropOverKey, thumbOfDistance } from './change'
import { explained } from './reading'

/** What a light's distance does, step by step: an f-number or stops of the backdrop, computed and by rule of thumb. */
export type Effect = {
  of: 'reading' | 'backdrop'
  steps: readonly { lengthM: number; computed: number; thumb: number }[]
}

const FACTORS = [0.6, 0.7, 0.8, 0.9, 1, 1.15, 1.3, 1.5, 1.75] as const
/** Nearer than this nobody puts a light to a face. */
const NEAREST_M = 0.5

const withDistance = (set: StudioSet, lightId: string, lengthM: number): StudioSet =>
  applyChange(set, { kind: 'distance-to', id: lightId, lengthM })
const lengthOf = (set: StudioSet, lightId: string): number =>
  lightDistance(
    set.lights.find(({ id }) => id === lightId)!,
    set,
  ).lengthM

/** Lengths to which a light could be brought; walls keep it from some. */
const reached = (set: StudioSet, lightId: string): { set: StudioSet; lengthM: number }[] => {
  const now = lengthOf(set, lightId)
  return FACTORS.map(factor => Math.max(NEAREST_M, now * factor)).flatMap(wantedM => {
    const after = withDistance(set, lightId, wantedM)
    const lengthM = lengthOf(after, lightId)
    return Math.abs(lengthM - wantedM) < 0.02 ? [{ set: after, lengthM }] : []
  })
}

/**
 * What the key's distance does to what was asked of, for exercises in which that is the point; undefined for others.
 * The light is worked out at every step.
 */
export const effectOf = async ({ question, shown }: NumberExercise, lit: Lit): Promise<Effect | undefined> => {
  const isReading = question.ask === 'reading'
  const isDistance = question.ask === 'change' && question.change.kind === 'key-distance'
  const key = shown?.set.lights.find(({ job }) => job === 'key')
  if (!shown || !key || !(isReading || isDistance)) return undefined
  const start = isDistance ? backdropOverKey(await judged(lit, shown.set)) : 0
  const apartM = shown.set.subjects[0]!.place.yM
  const fromM = lengthOf(shown.set, key.id)
  const steps: { lengthM: number; computed: number; thumb: number }[] = []
  for (const { set, lengthM } of reached(shown.set, key.id)) {
    const evaluation = await judged(lit, set)
    if (isReading) {
      const { fNumber, bySquare } = explained(evaluation, key.id, question.pointId)
      steps.push({ lengthM, computed: fNumber, thumb: bySquare })
    } else
      steps.push({
        lengthM,
        computed: backdropOverKey(evaluation) - start,
        thumb: thumbOfDistance(fromM, lengthM, apartM),
      })
  }
  return { of: isReading ? 'reading' : 'backdrop', steps }
}
