import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { By } from 'selenium-webdriver'
import { describe, expect, it } from 'vitest'
import { findings } from '#support/accessibility'
import { useApp } from '#support/app'
import { LAPTOP, openBrowser, PHONE } from '#support/browser'
import { lit } from '#support/exercises'
import { practiceSteps } from '#support/practiceSteps'
import { stepsIn } from '#support/steps'
import { writeCollection, type Collection } from '#core/practice/collection'
import { makeExercise } from '#core/practice/practice'
import type { Skill } from '#core/practice/skills'
import { answerWords } from '#wording/practiceMarks'

const app = useApp()
const { visit, count, download, choose } = stepsIn(app)
const { open, type, marked, kept } = practiceSteps(app)

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
    await app.browser.press(By.xpath('//button[text()="Put it back"]'))
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

describe('every kind of exercise on a phone', () => {
  const KINDS: Skill[] = [
    'value/pick',
    'value/apart',
    'value/clipped',
    'sums/tape',
    'reading/room',
    'change/spill',
    'ratio/eye',
    'set-it/spill',
    'even/three',
    'fault/one',
    'frame/lights',
    'day/order',
  ]
  it('fits its width, can be answered with a thumb, and has no accessibility finding', async () => {
    const phone = await openBrowser(PHONE)
    try {
      for (const skill of KINDS) {
        await phone.go(`${app.server.url}/practice/exercise?skill=${skill}&level=4&seed=7`)
        await phone.find('question')
        await phone.locate(By.css('[data-test="give"], [data-test^="patch-"], [data-test^="choice-"]'))
        const [wide, small] = await phone.driver.executeScript<[number, string[]]>(`
          const small = [...document.querySelectorAll('main button')].filter(one => one.offsetHeight > 0 && one.offsetHeight < 40)
          return [document.documentElement.scrollWidth, small.map(one => one.textContent.trim())]`)
        expect([skill, wide, small]).toEqual([skill, 390, []])
        expect([skill, ...(await findings(phone))]).toEqual([skill])
      }
      expect(await phone.complaints()).toEqual([])
    } finally {
      await phone.close()
    }
  })
})

describe('practice without its server', () => {
  it('makes, marks and keeps as before, and opens again', async () => {
    await visit('Practice')
    await app.browser.driver.executeAsyncScript(
      'const done = arguments[0]; navigator.serviceWorker.ready.then(() => done())',
    )
    await app.server.stop()
    await app.browser.click('practice-start')
    await app.browser.waitFor('the question', async () => (await count('[data-test="question"]')) === 1)
    const exercise = await open({ skill: 'reading/open', level: 2, seed: 8 }, 'number')
    await type(answerWords('f-number', exercise.right, 'metric'))
    await marked(/^Right/)
    await kept()
    await app.browser.go(`${app.server.url}/practice/progress`)
    await app.browser.waitFor('the results', async () => (await count('[data-test="results"] tbody tr')) > 0)
    await app.server.restart()
  })
})

describe('a browser that starts no modules in the background', () => {
  it('says that nothing can be made, and keeps what there is', async () => {
    const blocked = await openBrowser(LAPTOP)
    try {
      const { driver } = blocked as unknown as {
        driver: { sendDevToolsCommand: (name: string, of: object) => Promise<void> }
      }
      await driver.sendDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', {
        source: `window.Worker = class { constructor() { throw new TypeError('Module scripts are not supported') } }`,
      })
      await blocked.go(`${app.server.url}/practice/exercise?skill=sums/add&level=1&seed=2`)
      await blocked.waitForText('exercise-problem', /cannot be made: /)
      await blocked.go(`${app.server.url}/practice/progress`)
      await blocked.waitForText('progress-say', /\d|[Nn]othing/)
    } finally {
      await blocked.close()
    }
  })
})
