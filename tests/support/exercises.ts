import { expect } from 'vitest'
import { makeExercise, markAnswer, type Made } from '#core/practice/practice'
import type { Level, Skill } from '#core/practice/skills'
import { practiceSolver } from '#core/practice/studio'

/** Light for all exercises of a file of tests. */
export const lit = practiceSolver()

/** An exercise of a form. */
export type MadeOf<A extends Made['answer']> = Extract<Made, { answer: A }>

/** Makes an exercise that must be of a form. */
export const make = async <A extends Made['answer']>(
  skill: Skill,
  level: Level,
  seed: number,
  form: A,
): Promise<MadeOf<A>> => {
  const made = await makeExercise({ skill, level, seed }, lit)
  expect(made.answer).toBe(form)
  return made as MadeOf<A>
}

/** What an answer is worth, 0 to 1. */
export const score = async (exercise: Made, answer: Parameters<typeof markAnswer>[1]) =>
  (await markAnswer(exercise, answer, lit)).score
