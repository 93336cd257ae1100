import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { By, Key } from 'selenium-webdriver'
import { describe, expect, it } from 'vitest'
import { writeSetFile } from '#core/formats/setFile'
import { demoSet } from '#core/edits/demo'
import type { StudioSet } from '#core/model/schema'
import { useApp } from '#support/app'
import { findings } from '#support/accessibility'
import { keepingIn } from '#support/keeping'
import { stepsIn } from '#support/steps'

const app = useApp()
const { visit, newFile } = stepsIn(app)
const keeping = keepingIn(app)

const saved = () => app.browser.waitForText('save-state', /^Saved$/)
const power = async () => app.browser.textOf('power-key')
const setNamed = (name: string): StudioSet => ({ ...demoSet(), id: name.toLowerCase(), name })
const importText = async (name: string, text: string | Buffer) => {
  const path = join(app.browser.folder, name)
  writeFileSync(path, text)
  await visit('Sets')
  await app.browser.locate(By.css('[data-test="import"]')).sendKeys(path)
}
const button = (name: string, what: string) =>
  app.browser.locate(By.xpath(`//li[.//input[@aria-label="Name of ${name}"]]//button[@data-test="${what}"]`))
const reload = async () => {
  await app.browser.driver.navigate().refresh()
  await app.browser.waitForText('save-state', /\w/)
}

describe('where there is no room', () => {
  it('a database that the browser dropped is said to be lost, and everything comes back from the second copies', async () => {
    for (const name of ['One', 'Two', 'Three', 'Other']) {
      await importText(`${name}.json`, writeSetFile(setNamed(name), {}))
      await app.browser.waitForText('library-done', new RegExp(`Imported "${name}"`))
    }
    // A copy follows the save by a second or two, and one is taken of everything at the start.
    await reload()
    await visit('Stage')
    const before = await power()
    await new Promise(resolve => setTimeout(resolve, 3000))
    await keeping.dropDatabase()
    await (await app.browser.find('plan-key')).sendKeys(Key.ARROW_LEFT)
    await app.browser.waitForText('notice-loss', /has lost everything that this app kept/)
    expect(await app.browser.textOf('save-state')).toBe('Not saved')
    expect(await keeping.rows()).toEqual([])
    await keeping.press('loss', 'Write everything again')
    await saved()
    await app.browser.waitForText('notice-brought-back', /were brought back from their second copy of .*"Two"/)
    await visit('Sets')
    await app.browser.waitFor('the sets', async () => {
      const names = await keeping.setNames()
      return ['One', 'Two', 'Three', 'Other'].every(name => names.includes(name))
    })
    await visit('Stage')
    expect(await power()).toBe(before)
    await reload()
    await app.browser.waitForText('verdict', /\.$/)
  })

  it('one that was dropped while no page was open comes back by itself, and is announced', async () => {
    await new Promise(resolve => setTimeout(resolve, 2500))
    await keeping.dropDatabase()
    await reload()
    await app.browser.waitForText(
      'notice-brought-back',
      /^The browser had lost what it kept\. \d sets were brought back/,
    )
    await visit('Sets')
    await app.browser.waitFor('all of them', async () => {
      const names = await keeping.setNames()
      return ['One', 'Other', 'Three', 'Two'].every(name => names.includes(name))
    })
  })
})

describe('files and the bin', () => {
  it('a backup with a large picture comes back, and the rest of a drop with it', async () => {
    const picture = Buffer.alloc(5_000_000, 7).toString('base64')
    const [large, small] = [join(app.browser.folder, 'large.json'), join(app.browser.folder, 'small.json')]
    writeFileSync(large, writeSetFile(setNamed('Large'), { 'frame-1': picture }))
    writeFileSync(small, writeSetFile(setNamed('Small'), {}))
    await visit('Sets')
    await app.browser.locate(By.css('[data-test="import"]')).sendKeys(`${large}\n${small}`)
    await app.browser.waitForText('library-done', /Imported "Large", "Small"/)
  })

  it('two sets deleted in turn both lie in the bin, and putting one back overwrites nothing', async () => {
    for (const name of ['Large', 'Small']) {
      await (await button(name, 'delete')).click()
      await app.browser.waitForText('library-done', new RegExp(`Deleted "${name}"`))
    }
    expect(
      (
        await Promise.all(
          (await app.browser.driver.findElements(By.css('[data-test="binned"]'))).map(row => row.getText()),
        )
      )
        .map(text => text.split('\n')[0])
        .toSorted(),
    ).toEqual(['Large', 'Small'])
    await importText('large.json', writeSetFile({ ...setNamed('Large'), notes: 'newer' }, {}))
    await app.browser.waitForText('library-done', /Imported "Large"/)
    await app.browser.press(By.css('[aria-label="Put back Large"]'))
    await app.browser.waitFor(
      'both',
      async () => (await keeping.setNames()).filter(name => name === 'Large').length === 2,
    )
    expect(
      (await keeping.rows())
        .filter(({ name }) => name === 'Large')
        .map(({ document }) => (document as StudioSet).notes)
        .toSorted(),
    ).toEqual([demoSet().notes, 'newer'])
    expect(await findings(app.browser)).toEqual([])
  })

  it('everything leaves in one file and comes back from it', async () => {
    const names = await keeping.setNames()
    const zip = await newFile('.zip', () => app.browser.click('backup'))
    await app.browser.waitForText('library-done', /Everything is in one file/)
    await (await button('Two', 'delete')).click()
    await app.browser.click('empty-bin')
    await app.browser.click('empty-bin-sure')
    await app.browser.waitForText('library-done', /gone for good/)
    await app.browser.locate(By.css('[data-test="import"]')).sendKeys(zip)
    await app.browser.waitForText('library-done', /Brought back .*"Two".* were here already in the same state/)
    await app.browser.waitFor(
      'all of them',
      async () => (await keeping.setNames()).toSorted().join() === names.toSorted().join(),
    )
  })
})

it('gave the console nothing to complain of', async () => {
  expect(await app.browser.complaints()).toEqual([])
})
