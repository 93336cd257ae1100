import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import ICAL from 'ical.js'
import { By, Key } from 'selenium-webdriver'
import { describe, expect, it } from 'vitest'
import { findings } from '#support/accessibility'
import { demoSet } from '#core/edits/demo'
import { almanacDay } from '#core/looks/almanac'
import { addToneLooks } from '#core/looks/lookEdits'
import { LOOK_NAMES } from '#wording/tone'
import { useMountedApp } from '#support/dom/useMountedApp'
import { stepsIn } from '#support/steps'

const app = useMountedApp()
const { press, visit, open, choose, field, type, undo, count, download, pressSaying } = stepsIn(app)
const part = (name: string) => pressSaying('nav[aria-label="Looks"] a', name)
/** Presses what a look's place in the strip holds. */
const toLook = (name: string) => pressSaying('[data-test="look-strip"] button', new RegExp(name))
const keyX = async () => (await field('Across')).getAttribute('value')

describe('five looks from one white set', () => {
  it('take two presses, get their powers, and are judged each in its own tone', async () => {
    await visit('Looks')
    await app.browser.click('tone-looks')
    await app.browser.waitFor('five looks', async () => (await count('[data-test="looks"] > li')) === 5)
    await app.browser.waitForText('looks', /On target: backdrop 19\d to 20\d/)
    await app.browser.waitForText('looks', /On target: backdrop 11\d to 11\d/)
    await app.browser.waitForText('looks', /wanted 12: power cannot do it/)
    expect(await findings(app.browser)).toEqual([])
  })

  it('are gone through with keys, and ring what changes on the plan', async () => {
    await visit('Stage')
    await app.browser.waitForText('verdict', /wanted 250/)
    await press(Key.PAGE_DOWN)
    await app.browser.waitForText('verdict', /^On target: backdrop 19\d/)
    await app.browser.waitFor('rings', async () => (await count('[data-test="changed-thing"]')) >= 2)
    await press(Key.PAGE_DOWN)
    await app.browser.waitForText('verdict', /^On target: backdrop 11\d/)
    await press(Key.PAGE_UP, Key.PAGE_UP)
    await app.browser.waitForText('verdict', /wanted 250/)
    expect(await findings(app.browser)).toEqual([])
  })

  it('have a light elsewhere in one of them, and take it back', async () => {
    await toLook('Mid grey')
    await app.browser.click('plan-key')
    const before = await keyX()
    await app.browser.click('only-here')
    await type(await field('Across'), '1.4')
    await app.browser.waitForText('overridden', /1 thing otherwise/)
    await app.browser.click('only-here')
    await toLook('White')
    await app.browser.click('plan-key')
    expect(await keyX()).toBe(before)
    await toLook('Mid grey')
    await app.browser.click('plan-key')
    expect(await keyX()).toMatch(/^1\.4/)
    await app.browser.click('take-back')
    await app.browser.waitFor('the key back', async () => (await keyX()) === before)
    await undo()
    await app.browser.waitFor('the key away again', async () => (await keyX()) !== before)
    await app.browser.click('take-back')
    await press(Key.ESCAPE)
  })

  it('refuse a name twice, keep what was theirs when they go, and come back with undo', async () => {
    await visit('Looks')
    const name = await app.browser.locate(By.css('[aria-label="Name of Mid grey"]'))
    await type(name, 'White')
    await app.browser.waitFor('a word', async () => (await count('[role="alert"]')) > 0)
    expect(await name.getAttribute('value')).toBe('Mid grey')
    await app.browser.press(By.css('[aria-label="Delete Black"]'))
    await app.browser.waitFor('four looks', async () => (await count('[data-test="looks"] > li')) === 4)
    await undo()
    await app.browser.waitFor('five looks', async () => (await count('[data-test="looks"] > li')) === 5)
  })

  it('are compared, ordered, and their order keeps to conditions or says which contradict', async () => {
    await part('Compare')
    await choose('compare-one', 'White')
    await choose('compare-other', 'Mid grey')
    await app.browser.waitForText('compare-looks', /B to −\d\.\d: \d+ clicks down[\s\S]*Backdrop middle/)
    expect(await findings(app.browser)).toEqual([])
    await part('Order')
    await app.browser.waitFor('all looks', async () => (await count('[data-test="order-judging"]')) === 0)
    await app.browser.click('set-off-target')
    await app.browser.waitForText('order-says', /best order: \d/)
    await choose('condition-look', 'White')
    await choose('condition-kind', 'comes last')
    await app.browser.click('add-condition')
    await app.browser.waitForText('order-says', /White: \d.* of changes/)
    await choose('condition-look', 'White')
    await choose('condition-kind', 'comes first')
    await app.browser.click('add-condition')
    await app.browser.waitForText('contradiction', /"White" last and "White" first/)
    await pressSaying('li:last-child button', 'drop')
    await app.browser.click('take-order')
    await app.browser.waitForText('order-says', /lie in the best order/)
    expect(await findings(app.browser)).toEqual([])
  })

  it('count what cleaning the paper takes, unless the look that dirties it comes last', async () => {
    const minutesNow = async () =>
      Number(/([\d.]+) min of changes/.exec(await app.browser.waitForText('order-says', /min of changes/))![1])
    const dirty = async (look: string) => {
      await choose('condition-look', look)
      await choose('condition-kind', 'dirties')
      await type(await field('To clean, min'), '30')
      await app.browser.click('add-condition')
    }
    const before = await minutesNow()
    // White comes last already.
    await dirty('White')
    expect(await minutesNow()).toBe(before)
    await undo()
    await dirty('Mid grey')
    await app.browser.waitForText('order-says', /\d{2} min of changes/)
    expect(Math.abs((await minutesNow()) - before - 30)).toBeLessThan(0.6)
    await undo()
  })

  it('begin from a ready set-up beside the others, which stay as they are', async () => {
    await part('Looks')
    await choose('look-set-up', 'One light turned toward the camera')
    await app.browser.click('begin-look')
    await app.browser.waitFor('six looks', async () => (await count('[data-test="looks"] > li')) === 6)
    await app.browser.waitForText('looks', /One light turned|Subject: place/)
    await undo()
    await app.browser.waitFor('five looks', async () => (await count('[data-test="looks"] > li')) === 5)
  })
})

describe('a day of eight sitters', () => {
  it('is taken in from a table, planned, and given to a calendar', async () => {
    await part('Day')
    const path = join(app.browser.folder, 'sitters.csv')
    writeFileSync(
      path,
      `name,looks,minutes,minor\n${Array.from({ length: 8 }, (_, at) => `Keeper ${at + 1},White; Mid grey,5,${at === 3 ? 'yes' : ''}`).join('\n')}\nNobody,Blue,,\n`,
    )
    await app.browser.locate(By.css('[data-test="sitters-file"]')).sendKeys(path)
    await app.browser.waitForText('day-file-done', /8 sitters/)
    await app.browser.waitForText('day-file-problem', /Line 10: the set has no look "Blue"/)
    await app.browser.waitForText('day-says', /^8 sitters, ends \d\d:\d\d/)
    await app.browser.waitForText('conflicts', /Keeper 4 is a minor: a guardian/)
    // All eight are as the set has its subject, but one who is small.
    await pressSaying('[data-test="sitter-4"] button', 'More')
    await type(await field('Height'), '1.1')
    await app.browser.click('ask-sitters')
    await app.browser.waitForText('sitter-powers', /Mid grey .*holds for (all 8|7 of 8) sitters/)
    // Whoever goes before another takes that one's time, and has to be told.
    const arrives = (id: string) => field('Arrives', `[data-test="${id}"]`)
    await type(await arrives('sitter-1'), '10:00')
    await type(await arrives('sitter-2'), '10:20')
    await app.browser.press(By.css('[aria-label="Keeper 2 earlier"]'))
    await app.browser.waitForText(
      'notice-other-arrivals',
      /Keeper 2 now comes at 10:00 and Keeper 1 now comes at 10:20: tell them/,
    )
    for (let number = 0; number < 3; number++) await undo()
    await app.browser.click('add-break')
    await type(await field('At'), '11:00')
    await app.browser.waitForText('timeline', /Lunch/)
    const events = new ICAL.Component(ICAL.parse(await download('save-calendar', '.ics')))
      .getAllSubcomponents('vevent')
      .map(one => new ICAL.Event(one))
    // Set-up, lunch or not, strike, and two looks of each sitter.
    expect(events.filter(({ summary }) => summary.startsWith('Keeper'))).toHaveLength(16)
    expect(await download('save-table', '-day.csv')).toMatch(/Keeper 8: (White|Mid grey)/)
    expect(await findings(app.browser)).toEqual([])
  })

  it('is late twice by nine minutes, says what it would cost, and still ends in time', async () => {
    const end = /ends (\d\d:\d\d)/.exec(await app.browser.textOf('day-says'))![1]!
    await type(await field('Ends by'), end)
    await part('Now')
    await app.browser.click('rehearse')
    const work = async (minutes: number) => {
      let left = minutes
      for (const step of [15, 5, 1]) for (; left >= step; left -= step) await app.browser.click(`clock-${step}`)
      await app.browser.click('look-done')
    }
    await app.browser.waitForText('lateness', /^On time/)
    await work(14)
    await app.browser.waitForText('lateness', /(9|1\d) min behind/)
    await work(15)
    await app.browser.waitForText('lateness', /(1[6-9]|2\d|3\d) min behind/)
    const named = await app.browser.textOf('savings')
    expect(named).toMatch(/Drop|Shorten|Keep no/)
    for (let round = 0; round < 12 && (await count('[data-test="savings"] button')) > 0; round++) {
      await app.browser.press(By.css('[data-test="savings"] button'))
      await new Promise(resolve => setTimeout(resolve, 150))
    }
    expect(await count('[data-test="savings"]')).toBe(0)
    // What was done stays done, and everything else but what was given up is still to come.
    const left = Number(
      /(\d+) looks? left/.exec(await app.browser.driver.findElement(By.css('[aria-label="Now"]')).getText())![1],
    )
    expect(left).toBeGreaterThanOrEqual(16 - 2 - 7)
    await app.browser.driver.navigate().refresh()
    await app.browser.waitForText('now', /Keeper \d/)
    expect(await findings(app.browser)).toEqual([])
  })
})

describe('looks that are not set yet', () => {
  it('count no minutes to or from a look that misses its target, and are set first', async () => {
    await open({ ...addToneLooks(demoSet(), 'white', LOOK_NAMES).set, id: 'unset', name: 'Unset' })
    await visit('Looks')
    await part('Order')
    await app.browser.waitForText('off-target', /Not on target: .*Mid grey.* and .*\. Steps and minutes will change/)
    await app.browser.find('order-waits')
    expect(await count('[data-test="order-says"]')).toBe(0)
    await app.browser.waitForText('steps-unsettled', /Not on target/)
    expect(await (await app.browser.locate(By.css('main'))).getText()).not.toMatch(/Nothing to do/)
    await app.browser.click('set-off-target')
    await app.browser.waitFor('powers', async () => (await count('[data-test="set-off-target"]')) === 0)
    await app.browser.waitFor('minutes', async () => (await count('[data-test="order-judging"]')) === 0)
    await open(almanacDay())
    await visit('Looks')
    await part('Order')
    await app.browser.waitFor('all looks', async () => (await count('[data-test="order-judging"]')) === 0)
    await app.browser.waitForText('order-says', /min of changes/)
    expect(await count('[data-test="off-target"]')).toBe(0)
  })

  it('are said of an empty day: there is nobody to photograph', async () => {
    await open({ ...demoSet(), id: 'nobody', name: 'Nobody' })
    await visit('Looks')
    await part('Now')
    await app.browser.waitForText('lateness', /^The day has no sitters yet/)
    await app.browser.go('/logbook/record')
    await app.browser.waitForText('record-problem', /names no record/)
  })
})
