import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { By, Key } from 'selenium-webdriver'
import { describe, expect, it } from 'vitest'
import { demoSet } from '#core/edits/demo'
import { findings } from '#support/accessibility'
import { useApp } from '#support/app'
import { meteringIn, modelAndTruth } from '#support/meterRun'
import {
  ASKED_EVEN_STOPS,
  GRID_IDS,
  hallSet,
  median,
  READ_IDS,
  spread,
  UNREAD_IDS,
  WANTED_STOPS,
} from '#support/roughHall'
import { stepsIn } from '#support/steps'
import { expectWithin } from '#support/tolerance'

const app = useApp()
const { visit, open, count, undo, choose, type } = stepsIn(app)
const { chooseHall, runToTheEnd, keptSet } = meteringIn(app)

const part = (name: string) => app.browser.press(By.linkText(name))
const rows = () => count('[data-test^="reading-reading"]')
const write = async (text: string) =>
  (await app.browser.find('entry')).sendKeys(Key.chord(Key.CONTROL, 'a'), text, Key.ENTER)
/** Presses that move a lamp far enough to matter. */
const MOVES = 5
const studio = { seed: 2, roughness: 1 }

describe('a run in a rough hall, by the interface', () => {
  it('ends on target in as many readings as lights and five, and knows places that were not read', async () => {
    await open({ ...hallSet(), id: 'hall', name: 'Hall' })
    await chooseHall(studio.seed, 'A rough hall')
    await visit('Meter')
    expect(await app.browser.textOf('run-title')).toBe('Room light')
    const errors = async () => {
      const { model, truth } = await modelAndTruth(await keptSet('hall'), UNREAD_IDS, studio)
      return median(model.map((stops, index) => Math.abs(stops - truth[index]!)))
    }
    const before = await errors()
    await runToTheEnd()
    await app.browser.waitForText('run-verdict', /^On target/)
    const set = await keptSet('hall')
    expect(set.readings.length).toBeLessThanOrEqual(set.lights.length + 5)
    const {
      truth: [subject, ...backdrop],
    } = await modelAndTruth(set, READ_IDS, studio)
    expectWithin(subject!, 0, 0.1)
    expectWithin(backdrop.reduce((sum, stops) => sum + stops, 0) / 3, WANTED_STOPS, 0.1)
    expect(spread((await modelAndTruth(set, GRID_IDS, studio)).truth)).toBeLessThanOrEqual(ASKED_EVEN_STOPS)
    expect(before).toBeGreaterThan(0.3)
    expect(await errors()).toBeLessThan(0.12)
  })

  it('asks again only for what a move changed', async () => {
    await visit('Stage')
    await (await app.browser.find('plan-key')).sendKeys(...Array.from({ length: MOVES }, () => Key.ARROW_LEFT))
    await app.browser.stopsAtRest('subject/key-side')
    await visit('Meter')
    await app.browser.waitForText('run-title', /^A alone$/)
    expect(await app.browser.textOf('step-alone/key')).toContain('changed since')
    expect(await app.browser.textOf('step-together/subject/key-side')).toContain('changed since')
    expect(await app.browser.textOf('step-alone/backdrop-left')).not.toContain('changed since')
    for (let move = 0; move < MOVES; move++) await undo()
  })
})

describe('the table of readings', () => {
  it('shows a wrong reading for what it is, and what else was taken', async () => {
    await open({ ...demoSet(), id: 'wrong', name: 'Wrong' })
    await chooseHall(3, 'A rough hall')
    await visit('Meter')
    await runToTheEnd(async title => {
      if (!title.startsWith('All, ') || (await count('[data-test="run-outliers"]')) > 0) return false
      const { readings } = await keptSet('wrong')
      if (readings.length !== 6) return false
      await write('f/4')
      return true
    })
    await app.browser.waitForText('run-outliers', /1 reading does not fit the others and is left out/)
    await part('See which, and why')
    await app.browser.waitFor('all of them', async () => (await rows()) === 8)
    expect(await count('[data-outlier="true"]')).toBe(1)
    await app.browser.waitForText(
      'reading-doubt',
      /Does not fit the others, and is left out\. Most likely|Nothing usual/,
    )
    expect(await findings(app.browser)).toEqual([])
  })

  it('is sorted, searched, mended, and nothing is lost by it', async () => {
    const figures = async () =>
      app.browser.driver.executeScript<string[]>(
        'return [...document.querySelectorAll(\'[data-test="reading-figure"]\')].map(field => field.value)',
      )
    await app.browser.click('sort-fNumber')
    const sorted = await figures()
    await app.browser.click('sort-fNumber')
    await app.browser.waitFor('the other way round', async () => (await figures()).join() !== sorted.join())
    await (await app.browser.find('readings-filter')).sendKeys('backdrop middle')
    await app.browser.waitFor('fewer', async () => (await rows()) === 1)
    await (await app.browser.find('readings-filter')).sendKeys(Key.chord(Key.CONTROL, 'a'), Key.DELETE)
    await app.browser.waitFor('all', async () => (await rows()) === 8)
    const wrong = await app.browser.locate(By.css('[data-outlier="true"] [data-test="reading-figure"]'))
    await type(wrong, 'dark')
    await app.browser.waitForText('readings-problem', /"dark" is not a reading.*The reading is as it was/)
    await choose('reading-trust', 'believed')
    await undo()
    await app.browser.press(By.css('[data-outlier="true"] [data-test="reading-delete"]'))
    await app.browser.waitFor(
      'one less',
      async () => (await rows()) === 7 && (await count('[data-outlier="true"]')) === 0,
    )
    await undo()
    await app.browser.waitFor(
      'it back',
      async () => (await rows()) === 8 && (await count('[data-outlier="true"]')) === 1,
    )
  })

  it('goes out as CSV and comes back equal', async () => {
    const before = await keptSet('wrong')
    await app.browser.click('readings-export')
    const path = join(app.browser.folder, 'wrong-readings.csv')
    await app.browser.waitFor('the file', async () => readdirSync(app.browser.folder).includes('wrong-readings.csv'))
    expect(readFileSync(path, 'utf8').split('\r\n').length).toBe(10)
    for (let left = 7; left >= 0; left--) {
      await app.browser.press(By.css('[data-test="reading-delete"]'))
      await app.browser.waitFor('one less', async () => (await rows()) === left)
    }
    await app.browser.locate(By.css('[data-test="readings-import"]')).sendKeys(path)
    await app.browser.waitForText('table-waiting', /8 readings[\s\S]*Columns stand between commas/)
    await app.browser.click('table-take')
    await app.browser.waitForText('readings-done', /Took in 8 readings/)
    expect((await keptSet('wrong')).readings).toEqual(before.readings)
  })

  it('forgets a lamp, and freezes what was learned', async () => {
    const learned = await app.browser.textOf('learned-key')
    expect(learned).not.toMatch(/^0 /)
    await app.browser.click('freeze')
    await app.browser.click('forget-key')
    await app.browser.waitForText('learned-key', /0 readings/)
    expect((await app.browser.textOf('learned-key')).split(' ')[0]).toBe(learned.split(' ')[0])
    await app.browser.click('freeze')
    await app.browser.waitForText('learned-key', /^0 /)
    await undo()
    await undo()
    await undo()
    await app.browser.waitFor('what was', async () => (await app.browser.textOf('learned-key')) === learned)
  })
})
