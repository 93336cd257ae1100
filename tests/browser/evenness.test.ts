import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { By, Key } from 'selenium-webdriver'
import { describe, expect, it } from 'vitest'
import { demoSet } from '#core/edits/demo'
import { findings } from '#support/accessibility'
import { useApp } from '#support/app'
import { meteringIn } from '#support/meterRun'
import { stepsIn } from '#support/steps'
import { expectWithin } from '#support/tolerance'

const app = useApp()
const { visit, open, undo, see } = stepsIn(app)
const { chooseHall } = meteringIn(app)

const part = (name: string) => app.browser.press(By.linkText(name))
const write = async (text: string) =>
  (await app.browser.find('entry')).sendKeys(Key.chord(Key.CONTROL, 'a'), text, Key.ENTER)

describe('evenness', () => {
  it('is read place after place by the keyboard, and the map and the spread follow', async () => {
    await open({ ...demoSet(), id: 'level', name: 'Level' })
    await chooseHall(3, 'A rough hall')
    await visit('Meter')
    await part('Even')
    await app.browser.waitForText('even-start', /Choose how many places/)
    await see('9')
    await app.browser.waitForText('even-place', /^Place 1 of 9$/)
    await app.browser.find('even-map')
    // A press on a place is enough to write at once.
    await app.browser.click('even-place-0')
    await app.browser.driver.actions().sendKeys('f/8 +0.6', Key.ENTER).perform()
    for (let place = 2; place <= 9; place++) {
      await app.browser.waitForText('even-place', new RegExp(`^Place ${place} of 9$`))
      await write(place % 3 === 0 ? 'f/8' : 'f/8 +0.6')
      await app.browser.waitFor(
        'it taken',
        async () => !new RegExp(`^Place ${place} of`).test(await app.browser.textOf('even-place')) || place === 9,
      )
    }
    await app.browser.waitForText('even-spread', /^0\.6 stop/)
    await app.browser.waitForText('even-verdict', /^Not even enough: white that clips may differ by 0\.5 stop/)
    const stops = Number(await (await app.browser.find('even-place-2')).getAttribute('data-stops'))
    expectWithin(Number(await (await app.browser.find('even-place-0')).getAttribute('data-stops')) - stops, 0.6, 0.01)
    expect(await findings(app.browser)).toEqual([])
  })

  it('names the lamp and the move that even it, and does one', async () => {
    await app.browser.click('even-search')
    const words = await app.browser.waitForText('even-moves', /0\.\d to 0\.\d/)
    expect(words).toMatch(/(Swing|Turn|Tilt|Move|Raise|Lower|Put) .*\b[BC]\b/)
    expect(await app.browser.textOf('even-arrangements')).toMatch(/Crossed.*Straight|Straight.*Crossed/s)
    await app.browser.press(By.css('[data-test="even-moves"] button'))
    await app.browser.waitForText('even-spread', /stop/)
    await undo()
    await app.browser.waitForText('even-spread', /^0\.6 stop/)
  })

  it("can be read on the cove and at places of one's own", async () => {
    await see('Cove')
    await app.browser.waitForText('even-place', /^Place 1 of 9$/)
    await app.browser.click('ask-bench')
    await app.browser.waitForText('even-place', /^Place 2 of 9$/)
    await see('Backdrop')
    await see('Free')
    const map = await app.browser.find('even-map')
    await app.browser.driver.actions().move({ origin: map, x: 30, y: -40 }).press().release().perform()
    await app.browser.waitForText('even-place', /^Place 1 of 1$/)
  })
})

describe('odd sets', () => {
  const set = demoSet()
  const thirty = Array.from({ length: 30 }, (_, index) => ({
    ...set.lights[index % 3]!,
    id: `light-${index}`,
    name: `L${index}`,
    place: { xM: -2.9 + index * 0.2, yM: 2, zM: 2 },
  }))

  it.each([
    [
      'no light',
      { ...set, id: 'bare', name: 'Bare', lights: [], looks: [{ ...set.looks[0]!, lights: {} }] },
      /No light is on in this look/,
    ],
    [
      'thirty lights',
      {
        ...set,
        id: 'crowd',
        name: 'Crowd',
        lights: thirty,
        looks: [
          { ...set.looks[0]!, lights: Object.fromEntries(thirty.map(({ id }) => [id, { on: true, powerStops: -6 }])) },
        ],
      },
      /Reading 1 of 35/,
    ],
  ])('with %s are metered as far as they can be', async (_, odd, words) => {
    await open(odd)
    await visit('Meter')
    await app.browser.waitFor('what it says', async () =>
      words.test(await app.browser.locate(By.css('main')).getText()),
    )
    await part('Even')
    await see('5')
    await app.browser.locate(By.css('[data-test="even-dark"], [data-test="even-map"]'))
    for (const name of ['Spill, ratio', 'Walk line', 'Readings']) {
      await part(name)
      expect(await app.browser.driver.executeScript('return document.documentElement.scrollWidth')).toBe(1280)
    }
    await app.browser.waitFor('the way to the run', async () =>
      /No reading was taken yet/.test(await app.browser.locate(By.css('main')).getText()),
    )
    expect(await app.browser.complaints()).toEqual([])
  })

  it('refuse a table that is none, and name the lines that cannot be used', async () => {
    const take = async (text: string) => {
      const path = join(app.browser.folder, 'table.csv')
      writeFileSync(path, text)
      await app.browser.locate(By.css('[data-test="readings-import"]')).sendKeys(path)
    }
    await take('a,b\n1,2')
    await app.browser.waitForText(
      'readings-file-problem',
      /no table of readings: it lacks the columns .*Nothing was changed/,
    )
    await take('id,time,look,point,fNumber,lights\nr1,2026-01-01T00:00:00.000Z,nowhere,backdrop/middle,8,')
    await app.browser.waitForText('table-problems', /1 line was left out\. Line 2:/)
    // Dates that can be read two ways are asked for, and nothing is taken in until they are.
    await take('id;time;look;point;f number;lights\nr1;4/5/2026 10:11;white;backdrop/middle;8,5;')
    await app.browser.waitForText('table-waiting', /Its dates can be read two ways/)
    expect(await (await app.browser.find('table-take')).isEnabled()).toBe(false)
    await app.browser.click('day-first')
    await app.browser.waitForText('table-waiting', /4 May 2026[\s\S]*f\/8/)
    await app.browser.click('table-leave')
  })
})
