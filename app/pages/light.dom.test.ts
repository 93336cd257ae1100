import { Key } from 'selenium-webdriver'
import { describe, expect, it } from 'vitest'
import { stepsIn } from '#support/steps'
import { useMountedApp } from '#support/dom/useMountedApp'
import { findings } from '#support/accessibility'
import { crowdedSet } from '#support/scenes'

const app = useMountedApp()
const { choose, open, see, undo } = stepsIn(app)

const type = async (name: string, text: string) =>
  (await app.browser.find(name)).sendKeys(Key.chord(Key.CONTROL, 'a'), text, Key.TAB)

describe('seeing where light comes from', () => {
  it('maps the backdrop: one light alone is less even than two', async () => {
    await choose('frame-view', 'Backdrop, square on')
    const spread = async () => Number.parseFloat(await app.browser.waitForText('spread', /^\d\.\d stops$/))
    const two = await spread()
    await app.browser.click('switch-backdrop-left')
    await app.browser.waitFor('a wider spread', async () => (await spread()) > two + 0.3)
    await undo()
    await choose('frame-view', 'Frame')
  })
})

describe('what hangs on a light', () => {
  it('changes the readings: another modifier, a gel, a turn; each is a step to undo', async () => {
    const before = await app.browser.stopsAtRest('backdrop/middle')
    await app.browser.click('plan-backdrop-left')
    await see('Fit')
    await choose('modifier', 'Reflector 18 cm, grid 20°')
    await app.browser.waitFor(
      'a darker middle',
      async () => (await app.browser.stopsAtRest('backdrop/middle')) < before - 0.2,
    )
    await undo()
    await choose('gel', 'Blue (−3.7)')
    await app.browser.waitFor(
      'a gel\u2019s loss',
      async () => (await app.browser.stopsAtRest('backdrop/middle')) < before - 0.3,
    )
    await undo()
    await see('Aim')
    await type('featherPanDeg', '60')
    await app.browser.waitFor(
      'light turned away',
      async () => (await app.browser.stopsAtRest('backdrop/middle')) < before - 0.2,
    )
    await undo()
    await type('featherPanDeg', 'left')
    await app.browser.waitForText('place', /"left" is out of range: write a number from -180 to 180/)
    expect(await findings(app.browser)).toEqual([])
    await see('Fit')
  })
})

describe('a set full of things', () => {
  it('shows panels on the plan, and moving one moves the tones', async () => {
    await open({ ...crowdedSet(), id: 'crowded', name: 'Crowded' })
    await app.browser.waitForText('verdict', /wanted 250/)
    const frame = await app.browser.find('plan-overhead')
    const before = await app.browser.stopsAtRest('subject/key-side')
    for (let step = 0; step < 8; step++) await frame.sendKeys(Key.ARROW_DOWN)
    await app.browser.waitFor(
      'another reading',
      async () => (await app.browser.stopsAtRest('subject/key-side')) !== before,
    )
    for (let step = 0; step < 60; step++) await frame.sendKeys(Key.ARROW_DOWN)
    expect(await frame.getAttribute('aria-label')).toMatch(/from the backdrop/)
  })
})
