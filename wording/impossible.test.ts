import { expect, it } from 'vitest'
import { Impossible, IMPOSSIBLE } from '#core/shared/impossible'
import { errorWords } from './impossible'

it.each(IMPOSSIBLE)('%s is said in a sentence, also out of a worker', why => {
  const thrown = new Impossible(why, 40)
  expect(errorWords(thrown)).toMatch(/^[A-Z].+\.$/)
  // As it comes over: name and message of another error.
  expect(errorWords(Object.assign(new Error('40'), { name: why }))).toBe(errorWords(thrown))
})

it('names what it is about, and leaves other errors their own words', () => {
  expect(errorWords(new Impossible('looks-full', 40))).toBe('A set holds at most 40 looks.')
  expect(errorWords(new Impossible('look-name-taken', 'White'))).toBe('There is a look "White" already.')
  expect(errorWords(new Error('out of memory'))).toBe('out of memory.')
  expect(errorWords(new Error(''))).toBe('')
})
