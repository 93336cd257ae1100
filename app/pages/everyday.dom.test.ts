import { By, Key, type WebElement } from 'selenium-webdriver'
import { describe, expect, it } from 'vitest'
import { demoSet } from '#core/edits/demo'
import type { StudioSet } from '#core/model/schema'
import { useMountedApp } from '#support/dom/useMountedApp'
import { stepsIn } from '#support/steps'

const app = useMountedApp()

const named = (label: string): Promise<WebElement> => app.browser.locate(By.css(`[aria-label="${label}"]`))
const { choose, field, hold, open, press, pressSaying, see, visit } = stepsIn(app)
const setNames = async () =>
  Promise.all(
    (await app.browser.driver.findElements(By.css('[data-test^="set-"] input'))).map(input =>
      input.getAttribute('value'),
    ),
  )
/** Imports a set, opens it and waits for its verdict. */
const openSet = async (set: StudioSet) => {
  await open(set)
  await app.browser.waitForText('verdict', /\.$/)
}

describe('the keyboard alone', () => {
  it('asks on the rail, sees the answer, and accepts with Enter', async () => {
    const marker = await app.browser.find('marker-backdrop/middle')
    for (let step = 0; step < 7; step++) await marker.sendKeys(Key.ARROW_DOWN)
    await app.browser.waitForText('verdict', /^Asked: .* wanted 20\d: /)
    await app.browser.driver.executeScript('document.activeElement.blur()')
    await press(Key.ENTER)
    await app.browser.waitForText('verdict', /^On target: backdrop (19|20)\d/)
    await hold('z', Key.CONTROL)
    await app.browser.waitForText('verdict', /wanted 250/)
    await hold('z', Key.CONTROL, Key.SHIFT)
    await app.browser.waitForText('verdict', /^On target/)
    await hold('z', Key.CONTROL)
    await app.browser.waitForText('verdict', /wanted 250/)
  })

  it('moves the sitter, and the tape and the verdict follow', async () => {
    const sitter = await app.browser.find('plan-subject')
    for (let step = 0; step < 4; step++) await sitter.sendKeys(Key.ARROW_LEFT)
    await app.browser.waitForText('tape-sitter', /^3\.40 m$/)
    await app.browser.waitForText('change-note', /^Backdrop middle (rose|fell|held)/)
    await (await named('Undo')).click()
    await app.browser.waitForText('tape-sitter', /^3\.45 m$/)
  })

  it('opens its list of keys and leaves it again', async () => {
    await app.browser.driver.executeScript('document.activeElement.blur()')
    await press('?')
    await app.browser.waitFor('the list of keys', async () =>
      /nudge what has the focus/.test(await app.browser.locate(By.css('[role="dialog"]')).getText()),
    )
    await press(Key.ESCAPE)
    await app.browser.waitFor(
      'the list gone',
      async () => (await app.browser.driver.findElements(By.css('[role="dialog"]'))).length === 0,
    )
  })
})

describe('values that are typed', () => {
  it('asks for any value, and says which are none', async () => {
    const typed = await app.browser.find('ask-typed')
    await typed.sendKeys(Key.chord(Key.CONTROL, 'a'), '187', Key.TAB)
    await app.browser.waitForText('verdict', /^Asked: .*wanted 187: /)
    await typed.sendKeys(Key.chord(Key.CONTROL, 'a'), '300', Key.TAB)
    await app.browser.waitFor('the reason', async () =>
      /"300" is not a pixel value/.test(await app.browser.locate(By.css('[aria-label="Tone rail"]')).getText()),
    )
    await app.browser.click('dismiss')
  })

  it('works in feet and inches throughout, and remembers it', async () => {
    await (await named('Settings')).click()
    await see('Feet')
    await app.browser.waitForText('tape-key', /^\d+ ft/)
    await press(Key.ESCAPE)
    await (await app.browser.find('plan-backdrop-left')).sendKeys(Key.ARROW_LEFT)
    await (await field('Height')).sendKeys(Key.chord(Key.CONTROL, 'a'), '7', Key.TAB)
    await app.browser.waitFor(
      'seven feet',
      async () => (await (await field('Height')).getAttribute('value')) === '7 ft',
    )
    await app.browser.waitForText('save-state', /^Saved$/)
    await app.browser.driver.navigate().refresh()
    await app.browser.waitForText('tape-key', /^\d+ ft/)
    await (await named('Settings')).click()
    await see('Metres')
    await press(Key.ESCAPE)
  })

  it('says at the field where a light may stand, and leaves it where it was', async () => {
    await (await app.browser.find('plan-backdrop-left')).sendKeys(Key.ARROW_LEFT)
    await (await field('Across')).sendKeys(Key.chord(Key.CONTROL, 'a'), '-40', Key.TAB)
    await app.browser.waitForText(
      'field-problem',
      /^\u221240\.00 m is out of range: from \u22123\.10 m to 3\.10 m\. It is still \u2212\d\.\d\d m\.$/,
    )
    // The next thing that holds takes the message away.
    await (await field('Across')).sendKeys(Key.chord(Key.CONTROL, 'a'), '-2', Key.TAB)
    await app.browser.waitFor(
      'the message gone',
      async () => (await app.browser.driver.findElements(By.css('[data-test="field-problem"]'))).length === 0,
    )
    await (await named('Undo')).click()
  })
})

describe('the camera setting', () => {
  it('moves the whole rail and leaves the powers alone', async () => {
    const [before, power] = [await app.browser.stopsAtRest('backdrop/middle'), await app.browser.textOf('power-key')]
    await app.browser.click('camera')
    await pressSaying('li', /^f\/5\.6/)
    await app.browser.waitForText('camera', /^f\/5\.6$/)
    expect(await app.browser.textOf('power-key')).toBe(power)
    // From f/10 to f/5.6 is five thirds of a stop.
    expect(Math.abs((await app.browser.stopsAtRest('backdrop/middle')) - before - 5 / 3)).toBeLessThan(0.01)
    expect(await (await app.browser.find('follow')).getAttribute('aria-checked')).toBe('false')
    await app.browser.click('follow')
    await app.browser.waitForText('camera', /^f\/10$/)
  })
})

describe('the run, left in the middle', () => {
  it('goes on after a reload with what was read', async () => {
    await visit('Meter')
    await app.browser.click('nothing')
    await app.browser.waitForText('correction', /black/)
    await app.browser.click('next')
    await (await app.browser.find('entry')).sendKeys('f/8 +0.4', Key.ENTER)
    await app.browser.waitForText('read', /^f\/8 \+0\.4$/)
    await app.browser.waitForText('save-state', /^Saved$/)
    await app.browser.driver.navigate().refresh()
    await app.browser.waitForText('run-step', /Reading 3 of 8/)
    await app.browser.waitForText('run-title', /^B alone$/)
    await (await app.browser.find('entry')).sendKeys('160 lxs', Key.ENTER)
    await app.browser.waitForText('read', /^f\/8$/)
    await app.browser.click('again')
    await app.browser.click('skip')
    await app.browser.waitForText('run-step', /Reading 4 of 8/)
    await visit('Stage')
  })
})

describe('the library', () => {
  it('duplicates, renames, deletes and puts back', async () => {
    await visit('Sets')
    await app.browser.click('duplicate')
    await app.browser.waitForText('library-done', /Copied as "Fernhollow white copy"/)
    const name = await named('Name of Fernhollow white copy')
    await name.sendKeys(Key.chord(Key.CONTROL, 'a'), 'Honey wash', Key.TAB)
    await app.browser.waitFor('the new name', async () => (await setNames()).includes('Honey wash'))
    await app.browser.press(By.css('[aria-label="Delete Honey wash"]'))
    await app.browser.waitForText('library-done', /Deleted "Honey wash"/)
    await app.browser.waitFor('the set gone', async () => !(await setNames()).includes('Honey wash'))
    await app.browser.click('undo-delete')
    await app.browser.waitFor('the set back', async () => (await setNames()).includes('Honey wash'))
  })

  it('leaves whoever goes to another page while a set opens where they are', async () => {
    await app.browser.press(By.css('[aria-label="Open Honey wash"]'))
    await visit('Kit')
    await app.browser.waitFor('the set open', async () => /Honey wash/.test(await app.browser.driver.getTitle()))
    expect(await app.browser.driver.getCurrentUrl()).toMatch(/kit$/)
  })
})

describe('odd sets', () => {
  const set = demoSet()
  const look = set.looks[0]!

  it('opens one without lights and says what to do', async () => {
    await openSet({ ...set, id: 'bare', name: 'Bare hall', lights: [], looks: [{ ...look, lights: {} }] })
    await app.browser.waitForText(
      'findings',
      /No light is on in this look\. Add a light or switch one on\.\s*Add a key/,
    )
    await visit('Meter')
    await app.browser.waitFor('the reason', async () =>
      /No light is on/.test(await app.browser.locate(By.css('main')).getText()),
    )
  })

  it('opens one in a room as small as rooms get', async () => {
    const tiny = { ...set.room, widthM: 2, depthM: 3, heightM: 2.2, behindBackdropM: 0.1 }
    await openSet({
      ...set,
      id: 'tiny',
      name: 'Box room',
      room: tiny,
      backdrop: { ...set.backdrop, widthM: 1.35, heightM: 2.1, sweepM: 0.5 },
      subjects: set.subjects.map(subject => ({ ...subject, place: { xM: 0, yM: 1 } })),
      camera: { ...set.camera, place: { xM: 0, yM: 2.8, zM: 1.4 } },
      lights: set.lights.map((light, index) => ({ ...light, place: { xM: 0.8 * (index - 1), yM: 1.6, zM: 2 } })),
    })
    await app.browser.waitForText('verdict', /Backdrop/)
  })

  it('takes a lamp’s reading by the constant of the meter in use', async () => {
    await openSet({ ...set, id: 'dial', name: 'Own meter', meter: { ...set.meter, flatConstant: 330 } })
    await visit('Kit')
    await app.browser.click('kit-add')
    await choose('known-by', 'a metered reading')
    await (await app.browser.find('lamp-reading')).sendKeys(Key.chord(Key.CONTROL, 'a'), '8', Key.TAB)
    expect(Number(await (await app.browser.find('lamp-reading')).getAttribute('value'))).toBeCloseTo(8, 6)
    await choose('known-by', 'lux at 1 m')
    // E = C N^2 / S at 2 m (ISO 2720): 330 x 64 / 100, four times that at 1 m.
    await app.browser.waitFor('the light of it', async () =>
      /^845/.test((await (await app.browser.find('lux-at-1-m')).getAttribute('value'))!),
    )
  })

  it('gave the console nothing to complain of', async () => {
    expect(await app.browser.complaints()).toEqual([])
  })
})
