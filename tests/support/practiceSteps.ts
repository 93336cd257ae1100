import { Key } from 'selenium-webdriver'
import { expect } from 'vitest'
import type { ExerciseRef } from '#core/practice/exercise'
import { makeExercise, type Made } from '#core/practice/practice'
import { lit, type MadeOf } from './exercises'
import type { Browser } from './browser'
import { stepsIn } from './steps'

/** Steps that practice takes in the browser. */
export const practiceSteps = (app: { server: { url: string }; browser: Browser }) => {
  const { count } = stepsIn(app)
  return {
    /** Opens an exercise by its address, and makes the same here. */
    open: async <A extends Made['answer']>(ref: ExerciseRef, form: A): Promise<MadeOf<A>> => {
      const { skill, level, seed } = ref
      await app.browser.go(`${app.server.url}/practice/exercise?skill=${skill}&level=${level}&seed=${seed}`)
      await app.browser.waitFor('the question', async () => (await count('[data-test="question"]')) === 1)
      const made = await makeExercise(ref, lit)
      expect(made.answer).toBe(form)
      return made as MadeOf<A>
    },
    type: async (text: string) => {
      const field = await app.browser.find('answer')
      await field.sendKeys(Key.chord(Key.CONTROL, 'a'), text, Key.ENTER)
    },
    marked: (words: RegExp) => app.browser.waitForText('mark', words),
    kept: () => app.browser.waitForText('result-kept', /^Result kept$/),
  }
}
