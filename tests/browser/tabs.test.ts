import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { By, Key } from 'selenium-webdriver'
import { describe, expect, it } from 'vitest'
import { writeSetFile } from '#core/formats/setFile'
import { demoSet } from '#core/edits/demo'
import type { StudioSet } from '#core/model/schema'
import { useApp } from '#support/app'
import { keepingIn } from '#support/keeping'
import { stepsIn } from '#support/steps'

const app = useApp()
const { visit, undo, count, open } = stepsIn(app)
const keeping = keepingIn(app)

const saved = () => app.browser.waitForText('save-state', /^Saved$/)
const power = async () => app.browser.textOf('power-key')
const setNamed = (name: string): StudioSet => ({ ...demoSet(), id: name.toLowerCase(), name })
const button = (name: string, what: string) =>
  app.browser.locate(By.xpath(`//li[.//input[@aria-label="Name of ${name}"]]//button[@data-test="${what}"]`))
const reload = async () => {
  await app.browser.driver.navigate().refresh()
  await app.browser.waitForText('save-state', /\w/)
}

describe('two tabs', () => {
  it('import at once, and none of sixteen sets is lost', async () => {
    const first = await app.browser.driver.getWindowHandle()
    const before = (await keeping.rows()).length
    const paths = Array.from({ length: 8 }, (_, index) => {
      const path = join(app.browser.folder, `tab-${index}.json`)
      writeFileSync(path, writeSetFile(setNamed('Twin'), {}))
      return path
    }).join('\n')
    await visit('Sets')
    await app.browser.driver.switchTo().newWindow('tab')
    await app.browser.go(`${app.server.url}/sets`)
    const second = await app.browser.driver.getWindowHandle()
    await app.browser.locate(By.css('[data-test="import"]')).sendKeys(paths)
    await app.browser.driver.switchTo().window(first)
    await app.browser.locate(By.css('[data-test="import"]')).sendKeys(paths)
    await app.browser.waitForText('library-done', /Imported "Twin"/)
    await app.browser.driver.switchTo().window(second)
    await app.browser.waitForText('library-done', /Imported "Twin"/)
    await app.browser.waitFor('all sixteen', async () => (await keeping.rows()).length === before + 16)
    await app.browser.driver.close()
    await app.browser.driver.switchTo().window(first)
  })

  it('tell each other at once that the open set was deleted, and it can be put back', async () => {
    await open(setNamed('Shared'))
    const first = await app.browser.driver.getWindowHandle()
    await app.browser.driver.switchTo().newWindow('tab')
    await app.browser.go(`${app.server.url}/sets`)
    await (await button('Shared', 'delete')).click()
    await app.browser.waitForText('library-done', /Deleted "Shared"/)
    await app.browser.driver.close()
    await app.browser.driver.switchTo().window(first)
    await app.browser.waitForText('notice-deleted', /"Shared" was deleted in another tab\. It is still open here/)
    await app.browser.click('switch-key')
    await app.browser.waitForText('save-state', /^Not saved: deleted elsewhere$/)
    await keeping.press('deleted', 'Put it back')
    await saved()
    expect((await keeping.rows()).find(({ name }) => name === 'Shared')).toMatchObject({
      document: { looks: [{ lights: { key: { on: false } } }] },
    })
  })
})

describe('quick hands', () => {
  it('keep an edit made right before another set is begun, and never hear of another tab that is none', async () => {
    await open(setNamed('Quick'))
    await app.browser.waitForText('verdict', /wanted 250/)
    for (let turn = 0; turn < 12; turn++) await app.browser.click('switch-key')
    expect(await count('[data-test="notice-forked"]')).toBe(0)
    await visit('Sets')
    const name = await app.browser.locate(By.css('[aria-label="Name of the set"]'))
    await name.sendKeys(Key.chord(Key.CONTROL, 'a'), 'Quick indeed', Key.TAB)
    await app.browser.click('open-demo')
    await app.browser.waitForText('verdict', /wanted 250/)
    expect((await keeping.rows()).map(row => row.name)).toContain('Quick indeed')
  })

  it('find their steps again after a reload', async () => {
    await app.browser.click('switch-key')
    await app.browser.waitForText('power-key', /^off$/)
    await saved()
    await reload()
    await app.browser.waitForText('power-key', /^off$/)
    expect(await (await app.browser.locate(By.css('[aria-label="Undo"]'))).getAttribute('title')).toBe(
      'Undo: Switch A off (Ctrl Z)',
    )
    await undo()
    await app.browser.waitFor('the key on', async () => (await power()) !== 'off')
  })

  it('gave the console nothing to complain of', async () => {
    expect(await app.browser.complaints()).toEqual([])
  })
})
