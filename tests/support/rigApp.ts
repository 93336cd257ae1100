import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { By } from 'selenium-webdriver'
import { rigSet } from './rigSet'
import type { Browser } from './browser'
import { writeSetFile } from '#core/formats/setFile'
import type { StudioSet } from '#core/model/schema'

/** Takes a set in through the page of sets and opens it. */
export const openSetFile = async (browser: Browser, url: string, set: StudioSet) => {
  const path = join(browser.folder, `${set.id}.json`)
  writeFileSync(path, writeSetFile(set, {}))
  await browser.go(`${url}/sets`)
  await browser.locate(By.css('[data-test="import"]')).sendKeys(path)
  const open = By.xpath(`//button[contains(@aria-label, "${set.name}") and contains(@aria-label, "Open")]`)
  await browser.press(open)
  await browser.waitFor(`${set.name} open`, async () => (await browser.driver.getTitle()).includes(set.name))
}

/** The demo's room with continuous lamps, patched, open in the app. */
export const openRigSet = (browser: Browser, url: string) =>
  openSetFile(browser, url, { ...rigSet(), id: 'panels', name: 'Fernhollow panels' })
