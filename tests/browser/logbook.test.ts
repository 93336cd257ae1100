import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { By } from 'selenium-webdriver'
import { describe, expect, it } from 'vitest'
import { findings } from '#support/accessibility'
import { useApp } from '#support/app'
import { openBrowser, PHONE } from '#support/browser'
import { stepsIn } from '#support/steps'
import { writeRecordFile } from '#core/records/recordFile'
import { madeRecord } from '#support/madeRecord'

const app = useApp()
const { visit, count, download } = stepsIn(app)
const openNewest = () => app.browser.press(By.css('[data-test="records"] li a[class*="font-medium"]'))

describe('the logbook', () => {
  it('says what it is for while nothing is kept', async () => {
    await visit('Logbook')
    await app.browser.waitForText('records-say', /^0 records/)
    expect(await findings(app.browser)).toEqual([])
  })

  it('keeps a look with one press, with its picture', async () => {
    await visit('Stage')
    await app.browser.click('keep')
    await app.browser.waitForText('kept', /Kept/)
    await visit('Logbook')
    await app.browser.waitForText('records-say', /^1 record/)
    await app.browser.waitFor('its picture', async () => (await count('[data-test="records"] img')) === 1)
    await openNewest()
    await app.browser.find('record-picture')
    expect(await findings(app.browser)).toEqual([])
  })

  it('prints a card on one page of each paper, and gives plan, lights and text', async () => {
    expect(await download('save-lights', '-lights.csv')).toMatch(/^light,job,lamp/)
    expect(await download('save-text', '.md')).toMatch(/## Lights/)
    expect(await download('save-picture', '.png')).toMatch(/^.PNG[\s\S]*iTXtTitle/)
    await app.browser.click('card')
    await app.browser.waitForText('record-card', /Sandbag every stand/)
    await app.browser.find('plan-sketch')
    expect(await findings(app.browser)).toEqual([])
    const plan = await download('save-plan', '-plan.svg')
    expect(plan).toMatch(/^<svg[^>]*xmlns="http:\/\/www\.w3\.org\/2000\/svg"/)
    // Widths in points of 1/72 inch (ISO 216, ANSI/ASME Y14.1).
    for (const [paper, width] of [
      ['A4', 595],
      ['Letter', 612],
      ['A6', 298],
    ] as const) {
      await app.browser.press(By.xpath(`//*[@role="radio"]//span[contains(text(), "${paper}")]`))
      await app.browser.waitFor(
        `a sheet of ${paper}`,
        async () => Math.abs(Number.parseFloat((await app.browser.printed()).size) - width) < 1.5,
      )
      expect((await app.browser.printed()).pages, paper).toBe(1)
    }
    expect(await app.browser.complaints()).toEqual([])
  })
})

describe('on a phone', () => {
  it('a record is found and read', async () => {
    const phone = await openBrowser(PHONE)
    try {
      await phone.go(app.server.url)
      await phone.waitForText('verdict', /wanted 250/)
      await phone.go(`${app.server.url}/logbook`)
      await phone.waitForText('records-say', /^0 records/)
      const path = join(phone.folder, 'in.json')
      writeFileSync(path, writeRecordFile(madeRecord('record-a'), { notes: '', tags: [], rating: 0 }))
      await phone.locate(By.css('[data-test="record-file"]')).sendKeys(path)
      await phone.waitForText('record-file-done', /Taken in/)
      await phone.press(By.css('[data-test="record-a"] a[class*="font-medium"]'))
      await phone.waitForText('record-headline', /On target/)
      expect(await findings(phone)).toEqual([])
      const wide = await phone.driver.executeScript<number>('return document.documentElement.scrollWidth')
      expect(wide).toBeLessThanOrEqual(390)
    } finally {
      await phone.close()
    }
  })
})
