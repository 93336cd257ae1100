import { Key } from 'selenium-webdriver'
import { describe, expect, it } from 'vitest'
import { heavySet } from '#support/heavySet'
import { demoSet } from '#core/edits/demo'
import { useMountedApp } from '#support/dom/useMountedApp'
import { keepingIn } from '#support/keeping'
import { stepsIn } from '#support/steps'

const app = useMountedApp()
const { visit, press, hold, count, field, type, open } = stepsIn(app)
const keeping = keepingIn(app)
const saved = () => app.browser.waitForText('save-state', /^Saved$/)
const lights = async () =>
  (await keeping.rows())[0]!.document as {
    lights: unknown[]
    looks: { lights: Record<string, { powerStops: number }> }[]
  }
const powers = async () => JSON.stringify((await lights()).looks[0]!.lights)

describe('keys', () => {
  it('Enter on a list or on the frame\u2019s probe carries out nothing', async () => {
    const before = await powers()
    await (await app.browser.find('split')).sendKeys(Key.ENTER, Key.ESCAPE)
    await (await app.browser.find('frame-field')).sendKeys(Key.ENTER)
    await (await app.browser.find('plan-subject')).sendKeys(Key.ENTER)
    await new Promise(resolve => setTimeout(resolve, 600))
    await saved()
    expect(await powers()).toBe(before)
    await app.browser.waitForText('verdict', /wanted 250/)
  })

  it('Backspace and Delete with another control in focus delete nothing', async () => {
    await (await app.browser.find('plan-key')).sendKeys(Key.SPACE)
    await app.browser.find('place')
    for (const name of ['split', 'why', 'switch-key'])
      await (await app.browser.find(name)).sendKeys(Key.DELETE, Key.BACK_SPACE)
    await app.browser.driver.executeScript('document.activeElement.blur()')
    await press(Key.BACK_SPACE)
    expect(await count('[data-test="plan-key"]')).toBe(1)
    await (await app.browser.find('plan-key')).sendKeys(Key.DELETE)
    await app.browser.waitFor('the light gone', async () => (await count('[data-test="plan-key"]')) === 0)
    await hold('z', Key.CONTROL)
    await app.browser.waitFor('the light back', async () => (await count('[data-test="plan-key"]')) === 1)
  })

  it('keep the focus in the run after each reading', async () => {
    await visit('Meter')
    await app.browser.click('step-alone/key')
    await app.browser.waitForText('run-title', /^A alone$/)
    for (const reading of ['8', '8.3']) {
      await (await app.browser.find('entry')).sendKeys(reading, Key.ENTER)
      // What a bare 8.3 is, nobody has said yet.
      if (reading === '8.3') await app.browser.click('means-tenths')
      await app.browser.waitForText('correction', /\w/)
      expect(await app.browser.driver.executeScript('return document.activeElement?.dataset.test')).toMatch(
        /^(?:turned|next|again)$/,
      )
      await press(Key.ENTER)
      await app.browser.waitFor(
        'the next step',
        async () => (await app.browser.driver.executeScript('return document.activeElement?.dataset.test')) === 'entry',
      )
    }
  })
})

describe('what is said', () => {
  it('is never of a set that stood otherwise', async () => {
    await visit('Stage')
    await app.browser.waitForText('verdict', /\.$/)
    await press(Key.ESCAPE)
    await app.browser.driver.executeScript(`
      window.said = []
      const look = () => {
        const verdict = document.querySelector('[data-test="verdict"]')
        const place = verdict?.closest('[aria-busy]')
        window.said.push([Math.round(performance.now()), verdict?.textContent.trim() ?? '', place?.getAttribute('aria-busy') === 'true', place?.dataset.known === 'true'])
        window.saying = requestAnimationFrame(look)
      }
      look()`)
    await (
      await app.browser.find('plan-subject')
    ).sendKeys(Key.ARROW_LEFT, Key.ARROW_LEFT, Key.ARROW_LEFT, Key.ARROW_LEFT, Key.ARROW_LEFT)
    await app.browser.stopsAtRest('backdrop/middle')
    await app.browser.waitFor(
      'rest',
      async () => (await (await app.browser.find('rail')).getAttribute('aria-busy')) === 'false',
    )
    const said = await app.browser.driver.executeScript<[number, string, boolean, boolean][]>(
      'cancelAnimationFrame(window.saying); return window.said',
    )
    const doubtful = said.filter(([, , , isKnown]) => !isKnown)
    expect(doubtful.length).toBeGreaterThan(2)
    // Greyed at once, and "working out" after a moment: never a plain statement of a set that stood otherwise.
    expect(doubtful.filter(([, words, isGrey]) => !isGrey && !/^Working out/.test(words))).toEqual([])
    expect(said.at(-1)).toMatchObject([expect.any(Number), expect.stringMatching(/wanted|On target/), false, true])
  })

  it('stands in one place where it was err, and goes when it is mended or undone', async () => {
    await visit('Brief')
    for (const [name, wrong] of [
      ['Room width', '99'],
      ['Room depth', '0.2'],
      ['Room height', '400'],
    ] as const)
      await type(await field(name), wrong)
    expect(await count('[data-test="field-problem"]')).toBe(1)
    await app.browser.waitForText('field-problem', /^400\.00 m is out of range: from 1\.80 m to 30\.00 m/)
    await type(await field('Room height'), '2')
    await app.browser.waitForText(
      'field-problem',
      /^(?:The backdrop is higher than the room|Light \w+ stands outside the room)\. No change made\.$/,
    )
    await type(await field('Looks'), '2.5')
    await app.browser.waitForText('field-problem', /whole number from 1 to 40/)
    await type(await field('Subject height'), '0.1')
    await app.browser.waitForText('field-problem', /^0\.10 m is out of range: from 0\.40 m to 2\.40 m/)
    await type(await field('Room height'), '3.6')
    await app.browser.waitFor('no message', async () => (await count('[data-test="field-problem"]')) === 0)
  })
})

describe('as much as a set can hold', () => {
  it('opens, is worked on and is saved while its light is still worked out', async () => {
    await open(heavySet(60, 60, 400))
    await visit('Stage')
    await app.browser.waitForText('save-state', /^Saved$/)
    await app.browser.click('switch-light-0')
    await saved()
    const rows = await keeping.rows()
    expect(
      (
        rows.find(({ id }) => id.startsWith('heavy'))!.document as {
          looks: { lights: Record<string, { on: boolean }> }[]
        }
      ).looks[0]!.lights['light-0']!.on,
    ).toBe(false)
    await open({ ...demoSet(), id: 'after', name: 'After' })
    await app.browser.waitForText('verdict', /wanted 250/)
  })

  it('complains of nothing', async () => {
    expect(await app.browser.complaints()).toEqual([])
  })
})
