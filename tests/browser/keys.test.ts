import { Key } from 'selenium-webdriver'
import { describe, expect, it } from 'vitest'
import { useApp } from '#support/app'
import { stepsIn } from '#support/steps'

const app = useApp()
const { press, hold, field, type } = stepsIn(app)
const saved = () => app.browser.waitForText('save-state', /^Saved$/)

describe('keys', () => {
  it('Escape in a field puts back what stood there', async () => {
    await (await app.browser.find('plan-key')).sendKeys(Key.SPACE)
    const across = await field('Across')
    const before = await across.getAttribute('value')
    await across.sendKeys(Key.chord(Key.CONTROL, 'a'), '2.2', Key.ESCAPE)
    expect(await across.getAttribute('value')).toBe(before)
    await press(Key.TAB)
    await saved()
    expect(await (await field('Across')).getAttribute('value')).toBe(before)
  })

  it('undo after typing and Tab takes the step back, though a field has the focus', async () => {
    const before = await (await field('Across')).getAttribute('value')
    await type(await field('Across'), '1.25')
    await app.browser.waitFor(
      'the step',
      async () => (await (await field('Across')).getAttribute('value')) === '1.25 m',
    )
    await hold('z', Key.CONTROL)
    await app.browser.waitFor(
      'the step back',
      async () => (await (await field('Across')).getAttribute('value')) === before,
    )
    // In the middle of typing it is the text that is undone.
    await (await field('Across')).sendKeys(Key.chord(Key.CONTROL, 'a'), '9')
    await hold('z', Key.CONTROL)
    expect(await (await field('Across')).getAttribute('value')).toBe(before)
    await press(Key.ESCAPE)
  })

  it('complains of nothing', async () => {
    expect(await app.browser.complaints()).toEqual([])
  })
})
