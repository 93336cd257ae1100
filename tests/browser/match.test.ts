import { By } from 'selenium-webdriver'
import { describe, expect, it } from 'vitest'
import { findings } from '#support/accessibility'
import { useApp } from '#support/app'
import { stepsIn } from '#support/steps'

const app = useApp()
const { visit, choose, count, download } = stepsIn(app)
const ways = () => count('[data-test="match-way"]')
const texts = async (test: string) =>
  Promise.all(
    (await app.browser.driver.findElements(By.css(`[data-test="${test}"]`))).map(element => element.getText()),
  )

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

  it('finds three ways with pictures, says how near each aspect comes, and is told otherwise', async () => {
    await visit('Logbook')
    await app.browser.press(By.css('[data-test="records"] li a[class*="font-medium"]'))
    await app.browser.click('match')
    await app.browser.waitForText('match-busy', /Working out|Bringing/)
    await app.browser.waitFor(
      'three ways with pictures',
      async () => (await count('[data-test="match-way"] canvas')) === 3,
    )
    expect(await ways()).toBe(3)
    expect((await texts('match-headline'))[0]).toBe('Matches in everything that is asked.')
    await app.browser.waitForText('match-aspects', /Backdrop tone[\s\S]*Lighting ratio[\s\S]*Shadow edge/)
    await app.browser.waitForText('match-places', /Backdrop middle/)
    expect(await findings(app.browser)).toEqual([])
    await choose('asked-softness', 'does not matter')
    await app.browser.find('match-busy')
  })

  it('stops when told, and opens a way as a set', async () => {
    await app.browser.press(By.xpath('//*[@data-test="match-busy"]//button'))
    await app.browser.click('match-again')
    await app.browser.waitFor('pictures', async () => (await count('[data-test="match-way"] canvas')) === 3)
    await app.browser.click('open-match')
    await app.browser.waitFor('the set that matches', async () =>
      /matched/.test(
        await app.browser.driver.executeScript(`return document.querySelector('header input')?.value ?? ''`),
      ),
    )
    await app.browser.waitForText('verdict', /On target/)
    await visit('Sets')
    await app.browser.click('files')
    await app.browser.find('plan-sketch')
    expect(await download('scene', '.glb')).toMatch(/^glTF/)
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
