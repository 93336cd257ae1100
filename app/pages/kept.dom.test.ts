import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { By, Key } from 'selenium-webdriver'
import { describe, expect, it } from 'vitest'
import { writeSetFile } from '#core/formats/setFile'
import { demoSet } from '#core/edits/demo'
import type { StudioSet } from '#core/model/schema'
import { useMountedApp } from '#support/dom/useMountedApp'
import { keepingIn } from '#support/keeping'
import { stepsIn } from '#support/steps'

const app = useMountedApp()
const { visit, hold, undo, count, open, newFile, field, see } = stepsIn(app)
const keeping = keepingIn(app)

const saved = () => app.browser.waitForText('save-state', /^Saved$/)
const setNamed = (name: string): StudioSet => ({ ...demoSet(), id: name.toLowerCase(), name })
const importText = async (name: string, text: string | Buffer) => {
  const path = join(app.browser.folder, name)
  writeFileSync(path, text)
  await visit('Sets')
  await app.browser.locate(By.css('[data-test="import"]')).sendKeys(path)
}
const button = (name: string, what: string) =>
  app.browser.locate(By.css(`[data-test="${what}"][aria-label$=" ${name}"]`))
const reload = async () => {
  await app.browser.driver.navigate().refresh()
  await app.browser.waitForText('save-state', /\w/)
}

describe('where there is no room', () => {
  it('says so, asks before the page is left, exports what is on the screen, and saves when there is room again', async () => {
    await keeping.fillDisk(true)
    await app.browser.click('switch-key')
    await app.browser.waitForText('save-state', /^Not saved, trying again$/)
    await app.browser.waitForText(
      'notice-saving',
      /could not save: The disk is full\. Your work is open here and is tried again/,
    )
    expect(await keeping.asksOnLeaving()).toBe(true)
    const file = await newFile('.json', () => keeping.press('saving', 'Export it'))
    expect(JSON.parse(readFileSync(file, 'utf8')).set.looks[0].lights.key.on).toBe(false)
    // Another edit changes nothing about that: it was never saved.
    await app.browser.click('switch-key')
    expect(await app.browser.textOf('save-state')).toBe('Not saved, trying again')
    await keeping.fillDisk(false)
    await saved()
    expect(await count('[data-test="notice-saving"]')).toBe(0)
    expect(await keeping.asksOnLeaving()).toBe(false)
  })

  it('does not leave the set for another before somebody has said what to do', async () => {
    await importText('other.json', writeSetFile(setNamed('Other'), {}))
    await app.browser.waitForText('library-done', /Imported "Other"/)
    await visit('Stage')
    await keeping.fillDisk(true)
    await app.browser.click('switch-key')
    await app.browser.waitForText('save-state', /^Not saved/)
    await visit('Sets')
    await (await button('Other', 'open')).click()
    await app.browser.waitForText('notice-unsaved', /has changes that the browser could not save/)
    await keeping.press('unsaved', 'Stay')
    await keeping.fillDisk(false)
    await saved()
    await visit('Stage')
    await app.browser.waitForText('power-key', /^off$/)
    await app.browser.click('switch-key')
    await saved()
  })
})

describe('steps that the interface offers', () => {
  it('are refused with the reason where no set could hold them, and what was there opens again', async () => {
    await open(setNamed('Refusals'))
    await (await app.browser.find('plan-key')).sendKeys(Key.SPACE)
    await see('Aim')
    const height = await field('At height')
    await height.sendKeys(Key.chord(Key.CONTROL, 'a'), '100', Key.TAB)
    await app.browser.waitForText('field-problem', /^100\.00 m is out of range: from 0\.00 m to 3\.40 m\. It is still/)
    await see('Fit')
    const lamp = (size: string, candela: string) =>
      ['IESNA:LM-63-2002', 'TILT=NONE', `1 -1 1 3 1 1 2 ${size} ${size} 0`, '1 1 100', '0 45 90', '0', candela].join(
        '\r\n',
      )
    for (const [name, text, words] of [
      ['dim', lamp('0.3', '0.5 0.2 0'), /greatest intensity is 0\.5 cd, and lights here have 1 to 100,000,000 cd/],
      ['bright', lamp('0.3', '1000000000 1 0'), /1,000,000,000 cd/],
      ['wide', lamp('20', '100 50 0'), /opening is 20 m wide, and fronts of lights here have up to 12 m/],
    ] as const) {
      const path = join(app.browser.folder, `${name}.ies`)
      writeFileSync(path, text)
      await app.browser.locate(By.css('[data-test="ies"]')).sendKeys(path)
      await app.browser.waitForText('fit-problem', words)
    }
    await reload()
    await app.browser.waitForText('verdict', /wanted 250/)
    expect(await (await app.browser.locate(By.css('[aria-label="Name of the set"]'))).getAttribute('value')).toBe(
      'Refusals',
    )
  })

  it('so is a thirteenth subject, in one place, and the next thing that works takes the message away', async () => {
    const twelve = {
      ...setNamed('Twelve'),
      subjects: Array.from({ length: 12 }, (_, index) => ({
        ...demoSet().subjects[0]!,
        id: index === 0 ? demoSet().subjects[0]!.id : `sitter-${index}`,
        name: `Subject ${index + 1}`,
        place: { xM: -2.4 + 0.4 * index, yM: 3 },
      })),
    }
    await open(twelve)
    await app.browser.waitForText('verdict', /\.$/)
    // What speaks up comes with the whole light and moves the list that is pressed below.
    await app.browser.stopsAtRest('backdrop/middle')
    await (await app.browser.locate(By.css('[data-test="plan-subject"]'))).sendKeys(Key.SPACE)
    await hold('d', Key.CONTROL)
    await app.browser.waitForText(
      'notice-refused',
      /^A set holds at most 12 subjects; with this it would have 13\. No change made\./,
    )
    await hold('d', Key.CONTROL)
    expect(await count('[role="alert"]')).toBe(1)
    await app.browser.click('switch-key')
    await app.browser.waitFor('the message gone', async () => (await count('[data-test="notice-refused"]')) === 0)
    await undo()
    await saved()
  })
})

describe('files and the bin', () => {
  it('too many readings are refused before they are looked at, and a light called constructor by its word', async () => {
    const set = demoSet()
    const reading = { id: 'r', lookId: set.looks[0]!.id }
    await importText(
      'many.json',
      JSON.stringify({
        ...JSON.parse(writeSetFile(set, {})),
        set: { ...set, readings: Array.from({ length: 200_000 }, () => reading) },
      }),
    )
    await app.browser.waitForText(
      'library-problem',
      /many\.json: This set file cannot be opened\. It has more than a set can hold: readings: 200000 of at most 5000/,
    )
    await importText(
      'odd.json',
      writeSetFile(
        { ...set, lights: set.lights.map((light, index) => (index === 0 ? { ...light, id: 'constructor' } : light)) },
        {},
      ),
    )
    await app.browser.waitForText('library-problem', /odd\.json: .*This word cannot be an id/)
  })

  it('a damaged set opens as far as it can, its name may change, and what was stored can be had byte for byte', async () => {
    const damaged = { ...demoSet(), id: 'damaged', name: 'Damaged', lights: [...demoSet().lights, { id: 'half' }] }
    await keeping.putRow({ id: 'damaged', name: 'Damaged', updatedAt: 'no date', revision: 3, document: damaged })
    await keeping.putRow({
      id: 'text',
      name: 'Only a text',
      updatedAt: '2026-01-01T00:00:00.000Z',
      revision: 1,
      document: 'pieces of a text',
    })
    await reload()
    await visit('Sets')
    const name = await app.browser.locate(By.css('[aria-label="Name of Only a text"]'))
    await name.sendKeys(Key.chord(Key.CONTROL, 'a'), 'Renamed text', Key.TAB)
    await app.browser.waitFor('the name', async () => (await keeping.rows()).some(row => row.name === 'Renamed text'))
    expect((await keeping.rows()).find(({ id }) => id === 'text')!.document).toBe('pieces of a text')
    await (await button('Renamed text', 'open')).click()
    await app.browser.waitForText('notice-open', /"Renamed text" cannot be opened: .*kept as it is/)
    await (await button('Damaged', 'open')).click()
    await app.browser.waitForText('notice-damaged', /"Damaged" was damaged\. It was opened without: light/)
    await app.browser.waitForText('verdict', /wanted 250/)
    const file = await newFile('.json', () => keeping.press('damaged', 'Download what was stored'))
    expect(JSON.parse(readFileSync(file, 'utf8'))).toEqual(damaged)
  })
})

it('gave the console nothing to complain of', async () => {
  expect(await app.browser.complaints()).toEqual([])
})
