import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { By, Key } from 'selenium-webdriver'
import { describe, expect, it } from 'vitest'
import { findings } from '#support/accessibility'
import { useMountedApp } from '#support/dom/useMountedApp'
import { meteringIn } from '#support/meterRun'
import { stepsIn } from '#support/steps'
import { parseIes } from '#core/formats/iesFile'
import { writeRecordFile } from '#core/records/recordFile'
import { NO_ANNOTATION } from '#core/records/recordSchema'
import { madeRecord } from '#support/madeRecord'

const app = useMountedApp()
const { visit, choose, count, type, download, see, saying, pressSaying, field } = stepsIn(app)
const lines = () => count('[data-test="records"] > li')
const openNewest = () => app.browser.press(By.css('[data-test="records"] li a[class*="font-medium"]'))
const takeIn = async (text: string) => {
  const path = join(app.browser.folder, 'in.json')
  writeFileSync(path, text)
  await app.browser.locate(By.css('[data-test="record-file"]')).sendKeys(path)
}

describe('the logbook', () => {
  it('keeps a look with one press, and a run that is read to its end by itself', async () => {
    await visit('Stage')
    await app.browser.click('keep')
    await app.browser.waitForText('kept', /Kept/)
    await visit('Meter')
    await meteringIn(app).runToTheEnd()
    await visit('Logbook')
    await app.browser.waitFor('two records', async () => (await lines()) === 2)
    await app.browser.waitFor('their pictures', async () => (await count('[data-test="records"] img')) === 2)
    // Coming back to a run that was kept keeps nothing more.
    await visit('Meter')
    await app.browser.driver.sleep(1000)
    await visit('Logbook')
    await app.browser.waitForText('records-say', /^2 records/)
    expect(await findings(app.browser)).toEqual([])
  })

  it('shows what stood where, what was metered, and takes notes that are found again after a reload', async () => {
    await openNewest()
    await app.browser.waitForText('tapes', /A, Flash head 400[\s\S]*4\.93 m from the backdrop/)
    await app.browser.waitForText('places', /Backdrop middle/)
    await type(await app.browser.find('record-notes'), 'paper was creased at the left')
    await type(await app.browser.find('record-tags'), 'winter, keepers')
    await choose('record-rating', '4 of 5')
    await pressSaying('[role="radio"]', /two corners/)
    await app.browser.waitForText('tapes', /from the left corner/)
    await app.browser.find('record-picture')
    expect(await findings(app.browser)).toEqual([])
    await app.browser.driver.sleep(600)
    await app.browser.driver.navigate().refresh()
    await app.browser.waitForText('record-headline', /Backdrop/)
    await visit('Logbook')
    await (await app.browser.find('search-records')).sendKeys('creasd')
    await app.browser.waitForText('records-say', /^1 of 2 records/)
    await choose('filter-target', 'on target')
    await app.browser.waitForText('none-found', /No record is like this/)
    await pressSaying('button', 'Show all')
    await app.browser.waitForText('records-say', /^2 records/)
  })

  it('sets it up again, and names a lamp that gives a third of a stop less from three readings', async () => {
    await openNewest()
    await app.browser.click('repeat')
    for (let reading = 1; reading <= 3; reading++) {
      const check = await app.browser.waitForText('repeat-check', new RegExp(`Reading ${reading} of 3`))
      // The expected reading, less a third of a stop where the light comes from A.
      const shown = await (await saying('p', /^As it was, the meter shows/)).getText()
      const [, whole, tenths = '0'] = /f\/([\d.]+)(?: \+0\.(\d))?/.exec(shown)!
      const expected = Number(whole) * 2 ** (Number(tenths) / 20)
      const read = expected * (/: A alone|: A.* on: incident meter at the subject/.test(check) ? 2 ** (-1 / 6) : 1)
      await (await app.browser.find('repeat-reading')).sendKeys(read.toFixed(2), Key.ENTER)
    }
    await app.browser.waitForText('culprit', /A gives about 0\.3 stop less than it did/)
    expect(await findings(app.browser)).toEqual([])
    expect(await app.browser.complaints()).toEqual([])
  })

  it('rehearses with the simulator: one thing is hidden, three readings look for it, and it is told', async () => {
    await app.browser.click('repeat-hide')
    for (let reading = 1; reading <= 3; reading++) {
      await app.browser.waitForText('repeat-check', new RegExp(`Reading ${reading} of 3`))
      await app.browser.click('repeat-simulate')
      await app.browser.waitFor(
        `reading ${reading}`,
        async () => (await count('[data-test="repeat-taken"] li')) === reading,
      )
    }
    await app.browser.waitForText('hidden-was', /What was hidden: .+/)
    await app.browser.waitForText('culprit', /\w/)
    expect(await findings(app.browser)).toEqual([])
    expect(await app.browser.complaints()).toEqual([])
  })

  it('compares two, and opens one as a set', async () => {
    await visit('Logbook')
    await app.browser.waitFor('two records', async () => (await lines()) === 2)
    for (const line of [1, 2])
      await app.browser.press(By.css(`[data-test="records"] > li:nth-child(${line}) input[type="checkbox"]`))
    await app.browser.click('compare-records')
    await app.browser.waitForText('compare-two', /What differs[\s\S]*Backdrop middle/)
    expect(await findings(app.browser)).toEqual([])
    await visit('Logbook')
    await openNewest()
    await app.browser.click('open-record')
    await app.browser.waitForText('verdict', /wanted 250|On target/)
    await app.browser.waitFor('its name', async () =>
      /again$/.test(
        (await app.browser
          .locate(By.css('header input'))
          .getAttribute('value')
          .catch(() => '')) || (await app.browser.locate(By.css('header')).getText()),
      ),
    )
  })

  it('is put where the tape says, and stays where it was when two tapes do not meet', async () => {
    await visit('Stage')
    await app.browser.click('plan-key')
    await app.browser.press(By.css('summary'))
    await (await app.browser.find('tape-left')).sendKeys('0.2 m')
    await (await app.browser.find('tape-right')).sendKeys('0.3 m')
    await app.browser.click('tape-put')
    await app.browser.waitForText('field-problem', /do not meet in front of the backdrop/)
    // 2.70 m of paper: 3.6 m to the left corner and 4.5 m to the right one are a right angle at the left.
    await type(await app.browser.find('tape-left'), '3.6 m')
    await type(await app.browser.find('tape-right'), '4.5 m')
    await app.browser.click('tape-put')
    await app.browser.waitFor('its place', async () =>
      /1\.3/.test((await (await field('Across')).getAttribute('value')) ?? ''),
    )
    await app.browser.waitFor('its light', async () => (await count('[data-known="true"]')) === 1)
    expect(await findings(app.browser)).toEqual([])
  })

  it('gives a lamp with its modifier as a photometric file', async () => {
    await visit('Stage')
    await app.browser.click('plan-key')
    await see('Fit')
    const file = parseIes(await download('save-ies', '.ies'))
    expect(file).toMatchObject({ ok: true, value: { version: '2019', type: 'C' } })
    await see('Place')
  })

  it('takes a record in once, refuses what is none, and gives back what was deleted', async () => {
    await visit('Logbook')
    const text = writeRecordFile(madeRecord('record-from-elsewhere'), { notes: '<b>bold</b>', tags: [], rating: 0 })
    await takeIn(text)
    await app.browser.waitForText('record-file-done', /Taken in: "Fernhollow white, White"/)
    await takeIn(text)
    await app.browser.waitForText('record-file-done', /in the logbook already/)
    await takeIn('{"format":"else"}')
    await app.browser.waitForText('record-file-problem', /lacks "format".*Nothing was changed/)
    await app.browser.press(By.css('[data-test="record-from-elsewhere"] a[class*="font-medium"]'))
    await app.browser.waitFor(
      'the note as it was written',
      async () => (await (await app.browser.find('record-notes')).getAttribute('value')) === '<b>bold</b>',
    )
    await app.browser.click('delete-record')
    await app.browser.waitForText('records-say', /^2 records/)
    // First from the notice, then from the list of deleted records.
    await pressSaying('button', 'Put it back')
    await app.browser.waitForText('records-say', /^3 records/)
    await app.browser.press(By.css('[data-test="record-from-elsewhere"] a[class*="font-medium"]'))
    await app.browser.click('delete-record')
    await app.browser.waitForText('records-say', /^2 records/)
    await app.browser.click('show-bin')
    await app.browser.press(By.css('[data-test="record-bin"] button'))
    await app.browser.waitForText('records-say', /^3 records/)
    // Another record by the same name is none of ours: it comes in beside it.
    await takeIn(writeRecordFile(madeRecord('record-from-elsewhere', { headline: 'Another one' }), NO_ANNOTATION))
    await app.browser.waitForText('records-say', /^4 records/)
    await app.browser.press(By.linkText('Figures'))
    await app.browser.waitForText('lamp-figures', /A: Flash head 400/)
    expect(await findings(app.browser)).toEqual([])
    expect(await app.browser.complaints()).toEqual([])
  })
})
