import { By } from 'selenium-webdriver'
import { describe, expect, it } from 'vitest'
import { findings } from '#support/accessibility'
import { useMountedApp } from '#support/dom/useMountedApp'
import { stepsIn } from '#support/steps'

const app = useMountedApp()
const { visit, choose, count, download } = stepsIn(app)
const ways = () => count('[data-test="match-way"]')
const texts = async (test: string) =>
  Promise.all(
    (await app.browser.driver.findElements(By.css(`[data-test="${test}"]`))).map(element => element.getText()),
  )

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
    await app.browser.press(By.css('[data-test="match-busy"] button'))
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
})
