import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { By, Key } from 'selenium-webdriver'
import { describe, expect, it } from 'vitest'
import { demoSet } from '#core/edits/demo'
import { changeExposure } from '#core/edits/edits'
import { findings } from '#support/accessibility'
import { useMountedApp } from '#support/dom/useMountedApp'
import { meteringIn } from '#support/meterRun'
import { stepsIn } from '#support/steps'

const app = useMountedApp()
const { visit, open, press, count, undo, see, choose, type } = stepsIn(app)
const { chooseHall, runToTheEnd, keptSet, isThere } = meteringIn(app)

const part = (name: string) => app.browser.press(By.linkText(name))
const rows = () => count('[data-test^="reading-reading"]')
const write = async (text: string) =>
  (await app.browser.find('entry')).sendKeys(Key.chord(Key.CONTROL, 'a'), text, Key.ENTER)

describe('a run as one likes it', () => {
  it('begins with the backdrop, moves a step, skips one, and keeps all that over a reload', async () => {
    await open({ ...demoSet(), id: 'order', name: 'Order' })
    await app.browser.waitForText('verdict', /\.$/)
    await visit('Meter')
    await app.browser.waitForText('run-title', /^Room light$/)
    await see('Backdrop')
    const names = async () =>
      await app.browser.driver.executeScript<string[]>(
        "return [...document.querySelectorAll(\"[data-test^='step-']:not([data-test='step-end'])\")].map(step => step.dataset.test.slice(5))",
      )
    await app.browser.waitFor('backdrop lights first', async () => (await names())[1] === 'alone/backdrop-left')
    await app.browser.click('sort-steps')
    await app.browser.press(By.css('[aria-label="A alone earlier"]'))
    await app.browser.waitFor('the key before C', async () => (await names()).indexOf('alone/key') === 2)
    await app.browser.waitForText('run-title', /^Room light$/)
    await app.browser.click('skip')
    await app.browser.waitForText('run-title', /^B alone$/)
    await app.browser.waitForText('save-state', /^Saved$/)
    await app.browser.driver.navigate().refresh()
    await app.browser.waitForText('run-title', /^B alone$/)
    expect((await names()).slice(0, 4)).toEqual(['ambient', 'alone/backdrop-left', 'alone/key', 'alone/backdrop-right'])
    await app.browser.waitForText('step-ambient', /left out/)
  })

  it('says what to do where the room is too bright, and sets the camera so', async () => {
    await app.browser.click('step-ambient')
    await app.browser.waitForText('run-title', /^Room light$/)
    // A plain figure is in the unit that readings are written in here.
    expect(await (await app.browser.find('entry')).getAttribute('placeholder')).toBe('430 lx')
    await write('1000')
    await app.browser.waitForText(
      'correction',
      /only 5(\.\d)? stops under the camera setting: a frame without the lamps is not black/,
    )
    await app.browser.waitForText(
      'ambient-mend',
      /^1\/250 s and ISO 50, with every lamp 1 stop up|^1\/\d+ s puts it 6(\.\d)? stops under/,
    )
    await app.browser.click('set-camera')
    await app.browser.waitForText('correction', /a frame without the lamps is black/)
    await app.browser.click('next')
  })

  it('questions a reading that cannot be, with the likely cause', async () => {
    await app.browser.waitForText('run-title', /alone$/)
    const expected = await app.browser.waitForText('expected', /^f\//)
    expect(await app.browser.textOf('expected-spread')).toMatch(/^give or take 0\.\d stop$/)
    const [, full, tenths = '0'] = /^f\/([\d.]+)(?: \+0\.(\d))?/.exec(expected)!
    const stops = Math.round(2 * Math.log2(Number(full))) + Number(tenths) / 10 + 1.05
    await write((2 ** (stops / 2)).toFixed(3))
    await app.browser.waitForText('doubt', /one stop of ISO too high/)
    // What was expected before stays beside it, whatever the plan makes of the reading.
    expect(await app.browser.textOf('expected')).toBe(expected)
    await app.browser.click('again')
    await app.browser.click('ask-bench')
    await app.browser.find('coming')
  })

  it('takes what a spot meter shows of the paper', async () => {
    await visit('Stage')
    await visit('Meter')
    await app.browser.click('step-together/backdrop/middle')
    await see('Spot')
    await app.browser.click('ask-bench')
    await app.browser.find('from-bench')
    // What the spot meter showed is turned into the incident reading that the plan speaks of: not 2.5 stops off.
    await app.browser.waitForText('correction', /^On target, it renders 2\d\d\.$|backdrop .*wanted 250/i)
    expect(await count('[data-test="doubt"]')).toBe(0)
    expect((await keptSet('order')).readings.at(-1)).toMatchObject({
      meter: 'spot',
      pointId: 'backdrop/middle',
      receptor: 'flat',
      direction: 'flat disc toward the camera',
      source: 'bench',
    })
  })
})

/** A reading as it is typed on a number pad. */
const padKeys = (reading: string) =>
  [...reading.replace('f/', '').replaceAll(' ', '')].map(letter => {
    if (letter === '+') return Key.ADD
    return letter === '.' ? Key.DECIMAL : String.fromCodePoint(Key.NUMPAD0.codePointAt(0)! + Number(letter))
  })

describe('a run by the number pad alone', () => {
  it('goes from the first reading to powers applied without another key or a pointer', async () => {
    await visit('Stage')
    await open({ ...demoSet(), id: 'pad', name: 'Pad' })
    await app.browser.waitForText('verdict', /wanted 250/)
    await visit('Meter')
    await app.browser.waitForText('run-title', /^Room light$/)
    // Nothing, as a meter shows it in the dark.
    await press(Key.NUMPAD0, Key.ENTER)
    await app.browser.waitForText('correction', /black/)
    await press(Key.ENTER)
    await app.browser.waitForText('run-title', /^A alone$/)
    const titles: string[] = []
    for (let guard = 0; guard < 30 && !(await isThere('run-end')); guard++) {
      const title = await app.browser.textOf('run-title')
      titles.push(title)
      // One is read as expected, f/8 +0.5 as 8+0.5; the others are simulated.
      if (guard === 1) await press(...padKeys(await app.browser.waitForText('expected', /^f\/\d/)), Key.ENTER)
      else await press(Key.MULTIPLY)
      await app.browser.find('correction')
      // What is far off is questioned; minus goes on all the same.
      await press((await isThere('doubt')) ? Key.SUBTRACT : Key.ENTER)
      await app.browser.waitFor(
        'the next reading',
        async () => (await isThere('run-end')) || (await app.browser.textOf('run-title').catch(() => title)) !== title,
      )
    }
    // Every step has a name of its own.
    expect(new Set(titles).size).toBe(titles.length)
    await app.browser.waitForText('run-verdict', /\.$/)
    if (await isThere('run-accept')) {
      expect(await app.browser.textOf('run-accept')).toMatch(/^Apply [ABC] (full|−?\d)/)
      await press(Key.ENTER)
      await app.browser.waitFor('the powers applied', async () => !(await isThere('run-accept')))
    }
    await app.browser.waitForText('run-verdict', /^On target/)
    expect(await app.browser.complaints()).toEqual([])
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

  it('says that the shutter cuts the flash, which no meter shows', async () => {
    await open(changeExposure({ ...demoSet(), id: 'fast', name: 'Fast' }, 'white', { shutterS: 1 / 500 }))
    await visit('Meter')
    await app.browser.waitForText('run-past-sync', /shorter than the camera's sync speed/)
    await open({ ...demoSet(), id: 'slow', name: 'Slow' })
    await visit('Meter')
    await app.browser.find('entry')
  })
})
