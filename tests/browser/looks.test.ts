import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import ICAL from 'ical.js'
import { By } from 'selenium-webdriver'
import { describe, expect, it } from 'vitest'
import { findings } from '#support/accessibility'
import { useApp } from '#support/app'
import { openBrowser, PHONE } from '#support/browser'
import { stepsIn } from '#support/steps'

const app = useApp()
const { visit, choose, field, type, undo, count, download } = stepsIn(app)
const part = (name: string) => app.browser.press(By.xpath(`//nav[@aria-label="Looks"]//a[text()="${name}"]`))
/** Parts whose address is not their name. */
const PATHS: Readonly<Record<string, string>> = {
  Looks: '/looks',
  'One placement': '/together',
  'With what': '/lights',
}

describe('five looks from one white set', () => {
  it('take two presses, get their powers, and are judged each in its own tone', async () => {
    await visit('Looks')
    await app.browser.click('tone-looks')
    await app.browser.waitFor('five looks', async () => (await count('[data-test="looks"] > li')) === 5)
    await app.browser.waitForText('looks', /On target: backdrop 19\d to 20\d/)
    await app.browser.waitForText('looks', /On target: backdrop 11\d to 11\d/)
    await app.browser.waitForText('looks', /wanted 12: power cannot do it/)
    await app.browser.waitFor('their pictures', async () => (await count('[data-test="looks"] canvas')) === 5)
    // Pictures in their own tone: each darker than the one before, as far as power alone can make them.
    const tones = await app.browser.driver.executeScript<number[]>(`
      return [...document.querySelectorAll('[data-test="looks"] canvas')].map(canvas =>
        canvas.getContext('2d').getImageData(6, 6, 1, 1).data[0])`)
    expect(tones.slice(0, 3)).toEqual(tones.slice(0, 3).toSorted((a, b) => b - a))
    expect(tones[0]! - tones[2]!).toBeGreaterThan(80)
    expect(await findings(app.browser)).toEqual([])
  })

  it('have lamps and modifiers chosen from the kit, and go back to what hung there', async () => {
    await part('With what')
    await app.browser.click('find-lights')
    await app.browser.waitFor('ways', async () => (await count('[data-test="fittings"] tbody tr')) > 3)
    expect(await findings(app.browser)).toEqual([])
    await app.browser.press(By.xpath('//button[text()="Stop" or normalize-space()="Stop"]'))
    await app.browser.waitForText('fittings', /2 × .*\d of 5/)
    await app.browser.press(By.css('[data-test="fittings"] tbody tr:last-child button'))
    await app.browser.waitForText('fitted', /Undo takes it back/)
    await undo()
  })

  it('find one placement, are told which look pays for it and why, take it and take it back', async () => {
    await part('One placement')
    await choose('most-moved', 'nothing')
    await app.browser.click('find-placement')
    await app.browser.waitForText('placement-says', /of 5 looks on target/)
    await app.browser.waitFor('the last answer', async () => (await count('[data-test="find-placement"]')) === 1)
    await app.browser.waitForText('placement-says', /^4 of 5 looks on target, [\d.]+ stops missed in all, \d/)
    await app.browser.waitForText('placement', /Black[\s\S]*too bright[\s\S]*Power cannot do it/)
    expect(await count('[data-test="placements"] > li')).toBeGreaterThan(1)
    await app.browser.press(By.css('[data-test="placements"] > li:first-child button'))
    await app.browser.waitForText('placement-says', /^[0-3] of 5/)
    await app.browser.press(By.css('[data-test="placements"] > li:last-child button'))
    const steps = await count('[data-test="placement-steps"] > li')
    expect(steps).toBeGreaterThan(0)
    expect(await findings(app.browser)).toEqual([])
    await app.browser.click('take-placement')
    await app.browser.waitForText('placed', /Undo takes it back/)
    await part('Looks')
    await app.browser.waitForText('looks', /On target: backdrop (5|6)\d to 6\d/)
    await undo()
    await app.browser.waitForText('looks', /wanted 60: power cannot do it/)
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
    await app.browser.press(By.xpath('//li[@data-test="sitter-4"]//button[text()="More" or normalize-space()="More"]'))
    await type(await field('Height'), '1.1')
    await app.browser.click('ask-sitters')
    await app.browser.waitForText('sitter-powers', /Mid grey .*holds for (all 8|7 of 8) sitters/)
    // Whoever goes before another takes that one's time, and has to be told.
    const arrives = (id: string) =>
      app.browser.locate(By.xpath(`//li[@data-test="${id}"]//label[text()="Arrives"]/following-sibling::input`))
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

  it('prints as a sheet, and as cards', async () => {
    await part('Day')
    await app.browser.click('print-day')
    await app.browser.waitForText('sheet', /Sandbag every stand[\s\S]*Keeper 8[\s\S]*White → Mid grey/)
    const { pages, size } = await app.browser.printed()
    expect(pages).toBeLessThanOrEqual(3)
    // A4 in points of 1/72 inch.
    expect(size).toMatch(/^59\d\S* 84\d/)
    expect(await findings(app.browser)).toEqual([])
    expect(await app.browser.complaints()).toEqual([])
  })
})

describe('on a phone', () => {
  it('the day is run with the thumb', async () => {
    const phone = await openBrowser(PHONE)
    try {
      await phone.go(`${app.server.url}/sets`)
      await phone.click('open-almanac')
      await phone.waitForText('day-says', /9 sitters/)
      for (const name of ['Day', 'Order', 'With what', 'One placement', 'Compare', 'Looks', 'Now']) {
        await phone.press(By.xpath(`//nav[@aria-label="Looks"]//a[text()="${name}"]`))
        await phone.waitFor('the part', async () =>
          (await phone.driver.getCurrentUrl()).endsWith(PATHS[name] ?? `/${name.toLowerCase()}`),
        )
        expect(await phone.driver.executeScript('return document.documentElement.scrollWidth'), name).toBe(390)
        expect(await findings(phone), name).toEqual([])
      }
      await phone.click('rehearse')
      await phone.click('clock-5')
      const first = await phone.textOf('now')
      const button = await phone.driver.findElement(By.css('[data-test="look-done"]')).getRect()
      expect(button.y + button.height).toBeLessThanOrEqual(844)
      expect(button.height).toBeGreaterThanOrEqual(44)
      await phone.click('look-done')
      await phone.waitFor('the next', async () => (await phone.textOf('now')) !== first)
      expect(await phone.complaints()).toEqual([])
    } finally {
      await phone.close()
    }
  })
})
