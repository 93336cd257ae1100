import { By, Key } from 'selenium-webdriver'
import { describe, expect, it } from 'vitest'
import { findings } from '#support/accessibility'
import { useApp } from '#support/app'
import { stepsIn } from '#support/steps'

const app = useApp()
const { visit, see, choose, type, undo, count, press } = stepsIn(app)
const textNow = async (name: string) =>
  app.browser.driver.executeScript<string>(`return document.querySelector('[data-test="${name}"]')?.textContent ?? ''`)
const pointAt = async (name: string) =>
  app.browser.driver
    .actions()
    .move({ origin: await app.browser.find(name) })
    .perform()

describe('asking for what power cannot do', () => {
  it('asks by a drag on the rail, and the verdict says that power falls short', async () => {
    await app.browser.dragBy(await app.browser.find('marker-backdrop/middle'), 0, 190)
    expect(await app.browser.waitForText('verdict', /^Asked: .* wanted (4|5|6|7)\d: power cannot do it/)).toContain(
      'too bright',
    )
  })

  it('finds other ways while one watches, and shows each as a ghost in plan, rail and frame', async () => {
    await app.browser.click('ask-60')
    await app.browser.waitForText('verdict', /wanted 60: power cannot do it/)
    await app.browser.click('other-ways')
    await app.browser.find('proposals')
    await app.browser.waitFor('the search to end', async () => (await textNow('close-proposals')).trim() === 'Close')
    expect(await count('[data-test^="proposal-"]')).toBeGreaterThanOrEqual(3)
    expect(await textNow('proposal-0')).toMatch(/min.*\. On target\./s)
    const before = await app.browser.driver.executeScript<number>(
      'return document.querySelector(\'[data-test="predicted-frame"]\').width',
    )
    await pointAt('proposal-0')
    await app.browser.find('plan-ghost')
    await app.browser.find('rail-ghost')
    await app.browser.waitFor(
      'the proposal in the frame',
      async () =>
        (await app.browser.driver.executeScript<number>(
          'return document.querySelector(\'[data-test="predicted-frame"]\').width',
        )) !== before,
    )
    expect(await findings(app.browser)).toEqual([])
  })

  it('does one as one step, and undo takes all of it back', async () => {
    const minutes = (await textNow('proposal-0')).match(/[\d.]+ min/)?.[0]
    expect(minutes).toBeDefined()
    await app.browser.press(By.css('[data-test="proposal-0"] [data-test="take-proposal"]'))
    await app.browser.waitForText('verdict', /^On target: backdrop (4|5|6|7)\d/)
    expect(await count('[data-test="proposals"]')).toBe(0)
    await undo()
    await app.browser.waitForText('verdict', /wanted 250/)
  })

  it('says what binds when the key may not be touched', async () => {
    await app.browser.click('ask-60')
    await app.browser.waitForText('verdict', /power cannot do it/)
    await app.browser.click('other-ways')
    await app.browser.click('keep-key')
    await app.browser.waitFor('what binds', async () => (await textNow('binding')).length > 0)
    expect(await textNow('binding')).toMatch(/Out of reach\. Limited by spill: .* At best .* stops? too bright\./)
    await app.browser.click('keep-key')
    await press(Key.ESCAPE)
    await app.browser.waitForText('verdict', /^Backdrop middle \d+, wanted 250/)
  })
})

describe('why', () => {
  it('shows what a reading would be without a light', async () => {
    await app.browser.click('why')
    await app.browser.click('why-figures')
    await app.browser.find('bounces')
    await app.browser.waitFor(
      'the reading without the key',
      async () =>
        (await pointAt('without-key')) === undefined &&
        /Without A/.test(
          await app.browser.driver.executeScript<string>('return document.querySelector("table").textContent'),
        ),
    )
    expect(
      await app.browser.driver.executeScript<string>('return document.querySelector("table tbody tr td").textContent'),
    ).toMatch(/\(−\d\.\d\)/)
    await app.browser.click('why')
  })
})

describe('tones', () => {
  it('follows a school, and says what it comes to on this camera', async () => {
    await visit('Tones')
    expect(await app.browser.waitForText('translation', /250 is \+0\.1 over the key/)).toContain('Level with the key')
    await app.browser.click('school-one')
    await app.browser.waitForText('translation', /255 is \+1\.0 over the key: nearest to "\+1 over the key"/)
    await app.browser.waitForText('verdict', /wanted \+1(\.0)?: .* both backdrop lights/)
  })

  it('wants something of an area, and the verdict counts it', async () => {
    await choose('add-area', 'Evenness')
    await app.browser.waitForText('area-now-even', /Backdrop even to \d\.\d stop, wanted 0\.3/)
    await type(await app.browser.find('area-even-withinStops'), '0.05')
    await app.browser.waitForText('area-now-even', /wanted 0\.05/)
    await app.browser.click('accept')
    await app.browser.waitForText('verdict', /Backdrop even to \d\.\d stop, wanted 0\.05|On target/)
    await choose('firmness-backdrop/left', 'preferred')
  })

  it('gives the camera a shoulder and a bracket, and refuses a bracket that falls', async () => {
    await app.browser.waitForText('clip-words', /clips at \+0\.2 /)
    await see('Shoulder')
    await app.browser.waitForText('clip-words', /clips at \+0\.9 /)
    await type(await app.browser.find('headroom'), '1.5')
    await app.browser.waitForText('clip-words', /clips at \+1\.7 /)
    await see('From a bracket')
    await type(await app.browser.find('bracket-2'), '3')
    expect(await app.browser.waitForText('field-problem', /goes up/)).toContain('No change made')
    await type(await app.browser.find('bracket-2'), '135')
    await app.browser.waitFor('the problem gone', async () => (await count('[data-test="field-problem"]')) === 0)
    expect(await findings(app.browser)).toEqual([])
  })
})

describe('exploring', () => {
  it('maps the backdrop over two placements, and a press goes there', async () => {
    await visit('Explore')
    await choose('axis-y', 'Backdrop lights')
    await app.browser.waitFor('the map', async () => /On the line|Nowhere/.test(await textNow('map-words')))
    const before = await textNow('map-words')
    await app.browser.click('tone-map')
    await app.browser.waitFor(
      'things elsewhere',
      async () => (await textNow('map-words')).split('.')[0] !== before.split('.')[0],
    )
    await undo()
  })

  it('says which placements need care', async () => {
    await app.browser.click('weigh')
    await app.browser.waitFor('the slips', async () => /A, 5 cm/.test(await textNow('slips')))
    expect(await findings(app.browser)).toEqual([])
    expect(await app.browser.complaints()).toEqual([])
  })
})
