import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { By, Key } from 'selenium-webdriver'
import { describe, expect, it } from 'vitest'
import { useApp } from '#support/app'
import { expectWithin } from '#support/tolerance'

const app = useApp()

const tapeM = async (id: string) => Number.parseFloat(await app.browser.textOf(`tape-${id}`))

describe('a first set, from the demo to a frame on target', () => {
  it('opens on the demo set with a verdict', async () => {
    await app.browser.go(app.server.url)
    await app.browser.waitForText('verdict', /^Backdrop middle 2\d\d, wanted 250: .* both backdrop lights\.$/)
    expectWithin(await tapeM('key'), 1.8, 0.011)
  })

  it('says that the backdrop fell, and by how much, when the key is dragged from 1.8 m to 0.8 m', async () => {
    const before = await app.browser.stopsAtRest('backdrop/middle')
    const key = await app.browser.find('plan-key')
    const subject = await app.browser.find('plan-subject')
    const middle = async (element: typeof key) => {
      const { x, y, width, height } = await element.findElement(By.css('circle')).then(circle => circle.getRect())
      return [x + width / 2, y + height / 2] as const
    }
    const [from, to] = [await middle(key), await middle(subject)]
    // The plan is level, the tape runs from the light's height to the head's.
    const rise = 2.05 - 0.932 * 1.72
    const share = 1 - Math.sqrt(0.8 ** 2 - rise ** 2) / Math.sqrt(1.8 ** 2 - rise ** 2)
    await app.browser.dragBy(
      await key.findElement(By.css('circle')),
      Math.round((to[0] - from[0]) * share),
      Math.round((to[1] - from[1]) * share),
    )
    expectWithin(await tapeM('key'), 0.8, 0.04)
    const after = await app.browser.stopsAtRest('backdrop/middle')
    expect(after - before).toBeLessThan(-1.2)
    const note = await app.browser.waitForText('change-note', /^Backdrop middle fell/)
    expect(note).toContain(`fell ${Number((before - after).toFixed(1))} stops`)
    expect(note).toMatch(/stopped down with the key from f\/10 to f\//)
    expect(await app.browser.textOf('drag-change')).toBe(`backdrop \u2212${(before - after).toFixed(1)}`)
  })

  it('takes a typed distance in feet and undoes step by step', async () => {
    const field = await app.browser.locate(By.xpath('//label[text()="To subject"]/following-sibling::input'))
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), '5 ft 11 in', Key.TAB)
    await app.browser.waitFor('the typed distance', async () => Math.abs((await tapeM('key')) - 1.8) < 0.011)
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), 'far away', Key.TAB)
    expect(await app.browser.locate(By.css('[data-test="place"] [role="alert"]')).getText()).toContain(
      '"far away" is not a distance',
    )
    await app.browser.press(By.css('[aria-label="Undo"]'))
    await app.browser.waitFor("the drag's end", async () => Math.abs((await tapeM('key')) - 0.8) < 0.05)
    await app.browser.press(By.css('[aria-label="Undo"]'))
    await app.browser.waitFor('the beginning', async () => Math.abs((await tapeM('key')) - 1.8) < 0.011)
    const light = await app.browser.find('plan-backdrop-left')
    await light.sendKeys(Key.ARROW_LEFT)
    await app.browser.waitFor('the light chosen', async () => (await light.getAttribute('aria-pressed')) === 'true')
    await app.browser.press(By.css('[aria-label="Undo"]'))
  })

  it('answers what is asked: in reach, out of reach, dragged, and accepted', async () => {
    await app.browser.click('ask-12')
    await app.browser.waitForText(
      'verdict',
      /^Asked: Backdrop middle 2\d\d, wanted 12: power cannot do it: spill of the key keeps it \d\.\d stops too bright/,
    )
    await app.browser.click('dismiss')
    await app.browser.dragBy(await app.browser.find('marker-backdrop/middle'), 0, 120)
    await app.browser.waitForText('verdict', /^Asked: .*wanted \d+: /)
    expect(await app.browser.textOf('power-backdrop-left')).not.toBe('\u22122.0')
    await app.browser.driver.actions().sendKeys(Key.ESCAPE).perform()
    await app.browser.waitForText('power-backdrop-left', /^\u22122\.0$/)
    await app.browser.click('ask-250')
    await app.browser.waitForText('verdict', /^Asked: /)
    await app.browser.click('accept')
    await app.browser.waitForText('verdict', /^On target: backdrop 2[45]\d/)
  })

  it('meters the run from the bench to its end, with corrections in clicks', async () => {
    await app.browser.press(By.linkText('Meter'))
    const total = Number(/of (\d+)/.exec(await app.browser.waitForText('run-step', /Reading 1 of \d+/))![1])
    expect(total).toBe(8)
    await app.browser.click('step-alone/key')
    await app.browser.waitForText('run-title', /^A alone$/)
    const entry = await app.browser.find('entry')
    await entry.sendKeys('f/eight', Key.ENTER)
    await app.browser.waitForText('entry-problem', /"f\/eight" is not an f-number\. Write an f-number such as/)
    await entry.sendKeys(Key.chord(Key.CONTROL, 'a'), '5.6 1/3', Key.ENTER)
    await app.browser.waitForText('read', /^f\/5\.6 \+0\.3$/)
    await app.browser.waitForText('doubt', /That is a lot\./)
    await app.browser.click('again')
    await app.browser.click('step-ambient')
    const corrections: string[] = []
    for (let reading = 1; reading <= total; reading++) {
      await app.browser.waitForText('run-step', new RegExp(`Reading ${reading} of ${total}`))
      await app.browser.click('ask-bench')
      await app.browser.waitForText('from-bench', /simulated meter/)
      corrections.push(await app.browser.textOf('correction'))
      const turned = await app.browser.driver.findElements(By.css('[data-test="turned"]'))
      await (turned[0] ?? (await app.browser.find('next'))).click()
    }
    expect(corrections.slice(1, 4).some(words => /clicks? (up|down) on [ABC]\./.test(words))).toBe(true)
    await app.browser.waitForText('run-end', /output vs rated/)
    const accept = await app.browser.driver.findElements(By.css('[data-test="run-accept"]'))
    if (accept.length > 0) await accept[0]!.click()
    await app.browser.waitForText('run-verdict', /^On target/)
  })

  it('finds the backdrop within a tenth of a stop of 250 in the bench frame', async () => {
    await app.browser.click('run-shoot')
    await app.browser.waitForText('frame-backdrop/middle', /^\d+$/)
    expectWithin(Number(await (await app.browser.find('frame-backdrop/middle')).getAttribute('data-off')), 0, 0.1)
    await app.browser.waitForText('save-state', /^Saved$/)
  })

  it('finds everything again after a reload', async () => {
    const powers = async () =>
      Promise.all(['key', 'backdrop-left', 'backdrop-right'].map(id => app.browser.textOf(`power-${id}`)))
    await app.browser.press(By.linkText('Stage'))
    await app.browser.waitForText('verdict', /^On target/)
    const [before, stops] = [await powers(), await app.browser.stopsAtRest('backdrop/middle')]
    await app.browser.driver.navigate().refresh()
    await app.browser.waitForText('verdict', /^On target/)
    expect(await powers()).toEqual(before)
    expectWithin(await app.browser.stopsAtRest('backdrop/middle'), stops, 0.002)
    await app.browser.press(By.linkText('Meter'))
    await app.browser.click('step-end')
    await app.browser.waitForText('run-end', /Backdrop middle, all together/)
    await app.browser.find('frame-backdrop/middle')
  })

  it('exports, deletes and imports the set, equal to the byte', async () => {
    const exported = async (within = ''): Promise<string> => {
      const known = readdirSync(app.browser.folder)
      await app.browser.press(By.css(`${within}[data-test="export"]`))
      let name: string | undefined
      await app.browser.waitFor('the file', async () => {
        name = readdirSync(app.browser.folder).find(file => file.endsWith('.json') && !known.includes(file))
        return name !== undefined
      })
      return readFileSync(join(app.browser.folder, name!), 'utf8')
    }
    await app.browser.press(By.linkText('Sets'))
    const row = await app.browser.locate(By.css('[data-test^="set-fernhollow-white"]'))
    const name = await row.getAttribute('data-test')
    const before = await exported()
    const meters: string[] = JSON.parse(before).set.readings.map(({ meter }: { meter: string }) => meter)
    expect(meters.filter(meter => meter === 'incident').length).toBe(9)
    // The frame was read at a dozen places of the backdrop.
    expect(meters.filter(meter => meter === 'frame').length).toBeGreaterThan(8)
    expect(Object.keys(JSON.parse(before).pictures).length).toBe(1)
    await app.browser.click('delete')
    await app.browser.waitForText('library-done', /Deleted "Fernhollow white"/)
    // While it lies in the bin its id is its own; what comes in meanwhile gets another.
    await app.browser.click('empty-bin')
    await app.browser.click('empty-bin-sure')
    await app.browser.waitForText('library-done', /One set is gone for good/)
    const file = join(
      app.browser.folder,
      readdirSync(app.browser.folder).find(found => found.endsWith('.json'))!,
    )
    await app.browser.locate(By.css('[data-test="import"]')).sendKeys(file)
    await app.browser.waitForText('library-done', /Imported "Fernhollow white"/)
    await app.browser.press(By.css(`[data-test="${name}"] [data-test="open"]`))
    await app.browser.waitForText('verdict', /^On target/)
    await app.browser.press(By.linkText('Sets'))
    expect(await exported(`[data-test="${name}"] `)).toBe(before)
  })

  it('gave the console nothing to complain of', async () => {
    expect(await app.browser.complaints()).toEqual([])
  })
})
