import { NOTHING_LEARNED } from '#core/calibration/calibration'
import { lightingSolver } from '#core/evaluation/lightingSolver'
import { almanacDay } from '#core/looks/almanac'
import { inLook } from '#core/looks/inLook'
import { recordOf } from '#core/records/keep'
import type { Annotation, StudioRecord } from '#core/records/recordSchema'
import { solveLook } from '#core/solve/lookPowers'
import { solvedLook } from '#core/solve/solvedLook'
import { saidVerdict } from '#wording/verdict'

const NOTES: readonly Annotation[] = [
  { notes: 'The look of the cover: every sitter first.', tags: ['almanac', 'cover'], rating: 5 },
  { notes: 'Roll swept before it.', tags: ['almanac'], rating: 4 },
  { notes: 'Honey gel on both backdrop lights.', tags: ['almanac', 'colour'], rating: 5 },
  { notes: 'Hood on, veil down.', tags: ['almanac', 'dark'], rating: 3 },
  { notes: 'Gridded dish on the key: none of it reaches the paper.', tags: ['almanac', 'dark'], rating: 5 },
]

/** Every look of the almanac's day as records that somebody kept one after another. */
export const almanacRecords = async (): Promise<{ record: StudioRecord; annotation: Annotation }[]> => {
  const set = almanacDay()
  const solve = lightingSolver()
  const kept = []
  for (const [index, { id }] of set.looks.entries()) {
    const shown = inLook(set, id)
    const evaluation = (await solvedLook(solve, shown, id, NOTHING_LEARNED))!
    const { state, headline } = saidVerdict(evaluation, solveLook(evaluation))
    kept.push({
      record: recordOf(evaluation, {
        id: `almanac-${id}`,
        at: `2026-03-14T${String(10 + index).padStart(2, '0')}:20:00.000Z`,
        from: 'day',
        isOnTarget: state === 'on-target',
        headline,
        sitter: `Keeper ${index + 1}`,
      }),
      annotation: NOTES[index % NOTES.length]!,
    })
  }
  return kept
}
