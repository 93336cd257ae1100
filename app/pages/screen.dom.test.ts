import { By, Key } from 'selenium-webdriver'
import { describe, expect, it } from 'vitest'
import { useMountedApp } from '#support/dom/useMountedApp'
import { stepsIn } from '#support/steps'

const app = useMountedApp()
const { visit, press, count, type, field } = stepsIn(app)
const run = <T>(script: string, ...args: unknown[]) => app.browser.driver.executeScript<T>(script, ...args)
const titled = (pattern: RegExp) =>
  app.browser.waitFor(`the title ${pattern}`, async () => pattern.test(await app.browser.driver.getTitle()))

describe('the screen', () => {
  it('says in its title which page it is, of which set', async () => {
    await app.browser.waitForText('verdict', /wanted 250/)
    await titled(/^Stage · Fernhollow white · Keen Tonal$/)
    await visit('Looks')
    await visit('Day')
    await titled(/^Day · Fernhollow white/)
    await visit('Stage')
    await titled(/^Stage/)
  })

  it('has a way past the bar: the first Tab offers it, and it takes the focus to the page', async () => {
    await app.browser.driver.navigate().refresh()
    await app.browser.waitForText('verdict', /wanted 250/)
    await press(Key.TAB)
    expect(await run('return document.activeElement.dataset.test')).toBe('skip-link')
    await press(Key.ENTER)
    expect(await run('return document.activeElement.id')).toBe('content')
  })

  it('lays Why over the panels: the plan stays where it is, and Escape takes it away', async () => {
    const place = () =>
      run<number[]>(`const box = document.querySelector('[data-test="plan-subject"]').getBoundingClientRect()
        return [box.left, box.top, box.width]`)
    await app.browser.waitForText('verdict', /wanted 250/)
    const before = await place()
    await app.browser.click('why')
    await app.browser.find('why-drawer')
    expect(await place()).toEqual(before)
    await run('document.activeElement.blur()')
    await press(Key.ESCAPE)
    await app.browser.waitFor('no Why', async () => (await count('[data-test="why-drawer"]')) === 0)
  })

  it('offers to cut a roll that does not fit under a low ceiling', async () => {
    await visit('Brief')
    await type(await field('Room height'), '2.7')
    await app.browser.waitForText('too-low', /2\.80 m|3\./)
    expect(await app.browser.textOf('shorten')).toMatch(/Shorten it to 2\.60 m, for a ceiling at 2\.70 m/)
    await app.browser.click('shorten')
    await app.browser.waitFor('the offer gone', async () => (await count('[data-test="too-low"]')) === 0)
    expect(await (await field('Room height')).getAttribute('value')).toBe('2.70 m')
    await visit('Stage')
    await app.browser.waitForText('verdict', /wanted 250/)
  })

  it('lists what was done by name, goes back to any of it, and forth again', async () => {
    await app.browser.click('switch-key')
    await app.browser.click('steps')
    const names = async () =>
      Promise.all((await app.browser.driver.findElements(By.css('[data-test="step"]'))).map(one => one.getText()))
    const all = await names()
    expect(all.length).toBeGreaterThanOrEqual(2)
    expect(all.join(' ')).toMatch(/Room/)
    await app.browser.click('step-first')
    await app.browser.waitFor('all taken back', async () => (await count('[data-test="step"][aria-current]')) === 0)
    await (await app.browser.driver.findElements(By.css('[data-test="step"]')))[0]!.click()
    await app.browser.waitFor(
      'the newest done',
      async () =>
        (await run<string | null>(
          `return document.querySelector('[data-test="step"]')?.getAttribute('aria-current') ?? null`,
        )) === 'step',
    )
    await press(Key.ESCAPE)
  })

  it('finds a set among many by its name, and orders them', async () => {
    await visit('Sets')
    await app.browser.find('duplicate')
    for (let copies = 0; copies < 6; copies++) {
      const before = await count('[data-test="duplicate"]')
      await app.browser.click('duplicate')
      await app.browser.waitFor('one more', async () => (await count('[data-test="duplicate"]')) === before + 1)
    }
    const names = () =>
      run<string[]>(`return [...document.querySelectorAll('main [aria-label^="Name of "]')].map(field => field.value)`)
    expect((await names()).filter(name => name.includes('copy')).toSorted()).toEqual([
      'Fernhollow white copy',
      ...[2, 3, 4, 5, 6].map(number => `Fernhollow white copy ${number}`),
    ])
    await (await app.browser.find('search-sets')).sendKeys('copy 4')
    await app.browser.waitFor('one left', async () => (await count('[data-test="duplicate"]')) === 1)
    expect(await names()).toEqual(['Fernhollow white copy 4'])
    await (await app.browser.find('search-sets')).sendKeys(' nowhere')
    await app.browser.waitFor('none left', async () => (await count('[data-test="duplicate"]')) === 0)
    expect(await app.browser.complaints()).toEqual([])
  })
})
