import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { By } from 'selenium-webdriver'
import { describe, expect, it } from 'vitest'
import { demoSet } from '#core/edits/demo'
import type { StudioSet } from '#core/model/schema'
import { writeSetFile } from '#core/formats/setFile'
import { useApp } from '#support/app'

const app = useApp()

const visit = async (view: string) => app.browser.press(By.linkText(view))
const importSet = async (name: string, set: StudioSet) => {
  const path = join(app.browser.folder, `${name}.json`)
  writeFileSync(path, writeSetFile(set, {}))
  await visit('Sets')
  await app.browser.locate(By.css('[data-test="import"]')).sendKeys(path)
  await app.browser.waitForText('library-done', new RegExp(`Imported "${set.name}"`))
  await app.browser.press(By.css(`[aria-label="Open ${set.name}"]`))
  await app.browser.waitForText('verdict', /\.$/)
}

describe('odd sets', () => {
  const set = demoSet()
  const look = set.looks[0]!

  it('opens one with thirty lights and still fits the screen', async () => {
    const lights = Array.from({ length: 30 }, (_, index) => ({
      ...set.lights[1]!,
      id: `light-${index}`,
      name: `L${index}`,
      place: { xM: -2.9 + index * 0.2, yM: 2, zM: 2 },
    }))
    await importSet('crowd', {
      ...set,
      id: 'crowd',
      name: 'Thirty lamps',
      lights,
      looks: [{ ...look, lights: Object.fromEntries(lights.map(light => [light.id, { on: true, powerStops: -6 }])) }],
    })
    await app.browser.waitForText('power-light-29', /\d/)
    expect(await app.browser.driver.executeScript('return document.documentElement.scrollHeight')).toBe(800)
  })

  it('gave the console nothing to complain of', async () => {
    expect(await app.browser.complaints()).toEqual([])
  })
})
