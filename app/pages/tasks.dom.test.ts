import { By, Key } from 'selenium-webdriver'
import { describe, expect, it } from 'vitest'
import { demoSet } from '#core/edits/demo'
import { useMountedApp } from '#support/dom/useMountedApp'
import { stepsIn } from '#support/steps'

const app = useMountedApp()
const { visit, open, press, field, type, choose, see, count } = stepsIn(app)

/** Everyday tasks as a newcomer would do them through what is in sight, each press and each field typed counted. */
describe('everyday tasks in few presses', () => {
  let presses = 0
  const counted = async (act: Promise<unknown>) => {
    await act
    presses++
  }
  const task = async (most: number, run: () => Promise<void>) => {
    presses = 0
    await run()
    expect(presses).toBeLessThanOrEqual(most)
  }

  it('a room of one’s own, 2.7 m high, with white paper, on target: 8', () =>
    task(8, async () => {
      await counted(visit('Sets'))
      await counted(app.browser.click('open-empty'))
      await app.browser.waitFor('its brief', async () => /brief$/.test(await app.browser.driver.getCurrentUrl()))
      await counted(type(await field('Room width'), '4.5'))
      await counted(type(await field('Room depth'), '7'))
      await counted(type(await field('Room height'), '2.7'))
      await app.browser.find('shorten')
      await counted(app.browser.click('shorten'))
      await counted(app.browser.click('start-white-crossed'))
      await app.browser.waitForText('verdict', /^On target: backdrop .*2[45]\d/)
    }))

  it('a lamp of one’s own on a light: 15', () =>
    task(15, async () => {
      await counted(visit('Kit'))
      await counted(app.browser.click('kit-add'))
      // The name waits to be typed over.
      await app.browser.waitFor('the name in focus', async () =>
        app.browser.driver.executeScript<boolean>('return document.activeElement.dataset.test === "kit-name"'),
      )
      await press('My head', Key.TAB)
      presses++
      await counted(choose('known-by', 'watt-seconds'))
      await counted(type(await app.browser.find('watt-seconds'), '600'))
      await counted(type(await field('Click'), '1/3'))
      expect(await (await field('Click')).getAttribute('value')).toBe('1/3 stop')
      await counted(visit('Stage'))
      await counted(app.browser.press(By.css('[data-thing][aria-label^="Light "]')))
      await app.browser.find('place')
      await counted(see('Fit'))
      await counted(choose('lamp', 'My head'))
      expect(await app.browser.waitForText('place', /Fit/)).toBeTruthy()
      await press(Key.ESCAPE)
    }))

  it('a flag between the key and the backdrop, its effect named: 4', () =>
    task(4, async () => {
      await open({ ...demoSet(), id: 'flagged', name: 'Flagged' })
      await app.browser.waitForText('verdict', /wanted 250/)
      await counted(app.browser.click('add'))
      await counted(app.browser.click('add-panel:flag-60-90-cm'))
      await app.browser.waitForText(
        'change-note',
        /^Between A and the backdrop: .* (falls|rises) \d|no reading changes/,
      )
    }))

  it('a keying screen, even and at its tone: 8', () =>
    task(8, async () => {
      await counted(visit('Brief'))
      await counted(app.browser.click('start-keying'))
      await app.browser.waitFor('it set up, or what it lacks here', async () => {
        const [asked] = await app.browser.driver.findElements(By.css('[data-test="start-anyway"]'))
        if (asked) await counted(asked.click())
        return /\/$/.test(await app.browser.driver.getCurrentUrl())
      })
      await app.browser.waitForText('verdict', /^On target/)
      expect(await app.browser.complaints()).toEqual([])
    }))

  it('another tone asked of the backdrop, and the powers for it: 2', () =>
    task(2, async () => {
      await open({ ...demoSet(), id: 'asked', name: 'Asked' })
      await app.browser.waitForText('verdict', /wanted 250/)
      await counted(app.browser.click('ask-200'))
      await app.browser.waitForText('verdict', /wanted 200/)
      await counted(app.browser.click('accept'))
      await app.browser.waitForText('verdict', /^On target: backdrop .*20\d/)
    }))

  it('five looks from this one, each with its powers: 2', () =>
    task(2, async () => {
      await counted(visit('Looks'))
      await counted(app.browser.click('tone-looks'))
      await app.browser.waitFor('five looks', async () => (await count('[data-test="looks"] > li')) === 5)
      await app.browser.waitForText('looks', /On target: backdrop 11\d to 11\d/)
    }))

  it('a reading, with what it says of the lamp: 3', () =>
    task(3, async () => {
      await open({ ...demoSet(), id: 'read', name: 'Read' })
      await counted(visit('Meter'))
      await app.browser.waitForText('run-title', /^Room light$/)
      await counted(app.browser.click('skip'))
      await app.browser.waitForText('run-title', /^A alone$/)
      await counted(press('7.1', Key.ENTER))
      await app.browser.waitForText('correction', /A/)
    }))

  it('this look kept, and its card to print: 4', () =>
    task(4, async () => {
      await visit('Stage')
      await counted(app.browser.click('keep'))
      await app.browser.waitForText('kept', /Kept/)
      await counted(visit('Logbook'))
      await counted(app.browser.press(By.css('[data-test="records"] li a[class*="font-medium"]')))
      await counted(app.browser.click('card'))
      await app.browser.waitForText('record-card', /Sandbag every stand/)
    }))

  it('a light moved to where the tape says, in feet: 4', () =>
    task(4, async () => {
      await visit('Stage')
      await counted(app.browser.press(By.css('[aria-label="Settings"]')))
      await counted(see('Feet'))
      await press(Key.ESCAPE)
      await counted(app.browser.click('plan-key'))
      await counted(type(await field('Height'), "6'6"))
      await app.browser.waitFor('six feet and a half', async () =>
        /^6 ft 6 in$/.test((await (await field('Height')).getAttribute('value'))!),
      )
      expect(await app.browser.complaints()).toEqual([])
    }))
})
