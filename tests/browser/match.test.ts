import { By } from 'selenium-webdriver'
import { describe, expect, it } from 'vitest'
import { findings } from '#support/accessibility'
import { useApp } from '#support/app'
import { stepsIn } from '#support/steps'

const app = useApp()
const { visit, count } = stepsIn(app)

describe('an empty logbook', () => {
  it('offers the records of the made-up almanac, and paints them', async () => {
    await visit('Logbook')
    await app.browser.click('take-almanac')
    await app.browser.waitForText('records-say', /^5 records/)
    await app.browser.waitFor('pictures', async () => (await count('[data-test="records"] img')) === 5)
    expect(await findings(app.browser)).toEqual([])
  })
})

describe('matching a record elsewhere', () => {
  it('keeps a look, and opens another hall', async () => {
    await visit('Stage')
    await app.browser.click('keep')
    await app.browser.waitForText('kept', /Kept/)
    await visit('Sets')
    await app.browser.click('duplicate')
    await visit('Stage')
    await app.browser.driver.sleep(500)
  })

  it('matches a picture by what its face tells, and asks for the rest', async () => {
    await visit('Frames')
    await app.browser.click('shoot')
    await app.browser.waitForText('frame-verdict', /Backdrop|backdrop/)
    await app.browser.press(By.linkText('Match'))
    await app.browser.waitForText('shaded-key', /to the left of the camera/)
    await app.browser.click('match-picture')
    await app.browser.waitFor('ways', async () => (await count('[data-test="match-way"]')) > 0)
    await app.browser.waitForText('match-aspects', /Key direction/)
    expect(await findings(app.browser)).toEqual([])
  })
})
