import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { By } from 'selenium-webdriver'
import { describe, expect, it } from 'vitest'
import { findings } from '#support/accessibility'
import { useMountedApp } from '#support/dom/useMountedApp'
import { lit } from '#support/exercises'
import { practiceSteps } from '#support/practiceSteps'
import { stepsIn } from '#support/steps'
import { writeCollection, type Collection } from '#core/practice/collection'
import { makeExercise } from '#core/practice/practice'
import { answerWords } from '#wording/practiceMarks'

const app = useMountedApp()
const { visit, count, download, choose, pressSaying } = stepsIn(app)
const { type } = practiceSteps(app)

describe('a collection', () => {
  const collection = (changes: Partial<Collection> = {}): Collection => ({
    id: 'lesson-one',
    title: 'Lesson one',
    notes: '<img src=x onerror="document.title=1"> Read the reading.',
    isTest: true,
    exercises: [
      { kind: 'made', skill: 'sums/add', level: 1, seed: 4, notes: '' },
      { kind: 'made', skill: 'value/pick', level: 2, seed: 4, notes: '' },
    ],
    ...changes,
  })
  const takeIn = async (text: string) => {
    const path = join(app.browser.folder, 'collection.json')
    writeFileSync(path, text)
    await app.browser.locate(By.css('[data-test="collection-file"]')).sendKeys(path)
  }

  it('that is damaged or newer is refused in words', async () => {
    await app.browser.go(`${app.server.url}/practice/collections`)
    await takeIn('{"format":"keen-tonal-collection","version":1,"collection":{}}')
    await app.browser.waitForText('collection-problem', /holds no exercises[\s\S]*Nothing was changed/)
    await takeIn(writeCollection(collection()).replace('"version": 1', '"version": 9'))
    await app.browser.waitForText('collection-problem', /newer Keen Tonal/)
    expect(await count('[data-test="collections"] > li')).toBe(0)
  })

  it('as a test shows no mark before its end, and its notes are text', async () => {
    await takeIn(writeCollection(collection()))
    await app.browser.waitForText('collection-notes', /<img src=x onerror/)
    expect(await count('[data-test="collections"] img')).toBe(0)
    expect(await findings(app.browser)).toEqual([])
    await app.browser.click('collection-start')
    await app.browser.waitForText('exercise-level', /Lesson one, 1 of 2/)
    const sum = await makeExercise({ skill: 'sums/add', level: 1, seed: 4 }, lit)
    if (sum.answer !== 'number') throw new Error('another exercise')
    await type(answerWords('f-number', sum.right, 'metric'))
    await app.browser.waitForText('test-taken', /Marks come with the sheet/)
    expect(await count('[data-test="mark"]')).toBe(0)
    await app.browser.click('exercise-next')
    await app.browser.waitForText('exercise-level', /2 of 2/)
    const pick = await makeExercise({ skill: 'value/pick', level: 2, seed: 4 }, lit)
    if (pick.answer !== 'choice') throw new Error('another exercise')
    await app.browser.click(`patch-${(pick.right + 1) % pick.options}`)
    await app.browser.waitForText('test-taken', /taken/)
    await app.browser.click('exercise-next')
    await app.browser.waitForText('sheet-whole', /^1\.0 of 2$/)
    await app.browser.waitForText('sheet-rows', /Lights that add[\s\S]*Right, 100 %[\s\S]*Not yet, 0 %/)
    expect(await findings(app.browser)).toEqual([])
  })

  it('is begun here, asks of the open set, and leaves as a file', async () => {
    await app.browser.go(`${app.server.url}/practice/collections`)
    await (await app.browser.find('collection-title')).sendKeys('Our hall')
    await app.browser.click('collection-new')
    await app.browser.waitFor('it', async () => (await count('[data-test="collections"] > li')) === 2)
    const own = '[data-test="collections"] > li:first-child'
    await app.browser.press(By.css(`${own} summary`))
    await choose('add-ask', 'Set the backdrop')
    await (await app.browser.find('add-notes')).sendKeys('Mind the <b>spill</b>.')
    await app.browser.press(By.css(`${own} [data-test="add-own"]`))
    await app.browser.waitFor('the exercise', async () => (await count(`${own} details ol > li`)) === 2)
    const text = await download('collection-save', '.json')
    expect(JSON.parse(text)).toMatchObject({
      format: 'keen-tonal-collection',
      collection: { title: 'Our hall', exercises: [{ notes: '' }, { ask: 'set-it', notes: 'Mind the <b>spill</b>.' }] },
    })
    await app.browser.press(By.css(`${own} [data-test="collection-delete"]`))
    await app.browser.waitFor('it gone', async () => (await count('[data-test="collections"] > li')) === 1)
    await pressSaying('button', 'Put it back')
    await app.browser.waitFor('it back', async () => (await count('[data-test="collections"] > li')) === 2)
  })

  it('asks of a record too, with what its maker wrote', async () => {
    await visit('Stage')
    await app.browser.click('keep')
    await app.browser.click('kept')
    await app.browser.click('practise')
    await app.browser.waitForText('of-record', /^The record is chosen/)
    const first = '[data-test="collections"] > li:first-child'
    await app.browser.waitFor(
      'the record',
      async () =>
        (await app.browser.locate(By.css(`${first} [data-test="add-own"]`)).getAttribute('disabled')) === null,
    )
    await (await app.browser.find('add-notes')).sendKeys('What the record reads.')
    const before = await count(`${first} details ol > li`)
    await app.browser.press(By.css(`${first} [data-test="add-own"]`))
    await app.browser.waitFor('the exercise', async () => (await count(`${first} details ol > li`)) === before + 1)
    expect(await findings(app.browser)).toEqual([])
    await app.browser.press(By.css(`${first} [data-test="collection-start"]`))
    await app.browser.click('patch-0')
    await app.browser.click('exercise-next')
    await app.browser.waitForText('exercise-notes', /^Mind the <b>spill<\/b>\.$/)
    await app.browser.click('give')
    await app.browser.click('exercise-next')
    await app.browser.waitForText('exercise-notes', /^What the record reads\.$/)
    await app.browser.waitForText('question', /What does the meter show there/)
  })
})
