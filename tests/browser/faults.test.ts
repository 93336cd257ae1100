import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { By } from 'selenium-webdriver'
import { describe, expect, it } from 'vitest'
import { SET_VERSION } from '#core/model/schema'
import { demoSet } from '#core/edits/demo'
import { writeSetFile } from '#core/formats/setFile'
import { useApp } from '#support/app'
import { findings } from '#support/accessibility'
import { openBrowser, PHONE } from '#support/browser'

const app = useApp()

describe('what goes wrong', () => {
  it.each([
    ['not-json.json', '{"format": "keen-tonal-set", ', /not-json\.json: This is not a set file: it is not JSON/],
    ['other.json', '{"hello": 1}', /other\.json: This is JSON, but not a set file/],
    [
      'newer.json',
      writeSetFile(demoSet(), {}).replace(`"version": ${SET_VERSION}`, `"version": ${SET_VERSION + 1}`),
      /made by a newer Keen Tonal/,
    ],
    ['broken.json', writeSetFile(demoSet(), {}).replace('"widthM": 6.4', '"widthM": "wide"'), /set\.room\.widthM/],
  ])('a file is refused with its reason and nothing is lost: %s', async (name, text, reason) => {
    const path = join(app.browser.folder, name)
    writeFileSync(path, text)
    await app.browser.press(By.linkText('Sets'))
    await app.browser.locate(By.css('[data-test="import"]')).sendKeys(path)
    expect(await app.browser.waitForText('library-problem', reason)).toContain(
      'Nothing was changed in what is already saved.',
    )
    await app.browser.locate(By.css('li[data-test^="set-"]'))
    expect((await app.browser.driver.findElements(By.css('li[data-test^="set-"]'))).length).toBe(1)
  })

  it('without a server the simulator works in the browser: a reading, and a test shot that is read', async () => {
    await app.browser.press(By.linkText('Meter'))
    await app.browser.click('step-alone/key')
    await app.browser.waitForText('run-title', /^A alone$/)
    // From the first visit on everything is at hand.
    await app.browser.driver.executeAsyncScript(
      'const done = arguments[0]; navigator.serviceWorker.ready.then(() => done())',
    )
    await app.server.stop()
    await app.browser.click('ask-bench')
    await app.browser.waitForText('read', /^f\/\d/)
    await app.browser.press(By.linkText('Frames'))
    await app.browser.click('shoot')
    await app.browser.waitForText('frame-verdict', /Backdrop/)
    expect(await app.browser.driver.executeScript('return document.querySelectorAll("[role=alert]").length')).toBe(0)
    await app.browser.press(By.linkText('Stage'))
    await app.browser.waitForText('verdict', /wanted 250/)
    await app.browser.waitForText('save-state', /^Saved$/)
  })

  it('the app itself opens without its server, from what the browser kept', async () => {
    await app.browser.driver.navigate().refresh()
    await app.browser.waitForText('verdict', /wanted 250/)
    await app.server.restart()
  })

  it('two tabs follow each other and do not overwrite', async () => {
    const first = await app.browser.driver.getWindowHandle()
    await app.browser.driver.switchTo().newWindow('tab')
    await app.browser.go(app.server.url)
    await app.browser.click('switch-key')
    await app.browser.waitForText('power-key', /^off$/)
    await app.browser.waitForText('save-state', /^Saved$/)
    await app.browser.driver.close()
    await app.browser.driver.switchTo().window(first)
    await app.browser.waitForText('power-key', /^off$/)
  })

  it('complains of nothing but the bench that was stopped', async () => {
    expect(await app.browser.complaints(/api\/bench.*ERR_CONNECTION_REFUSED/, /ERR_CONNECTION_REFUSED/)).toEqual([])
  })
})

describe('for everyone', () => {
  it.each([
    ['/', 'marker-subject/key-side'],
    ['/meter', 'entry'],
    ['/sets', 'open-demo'],
    ['/brief', 'answers'],
    ['/kit', 'kit-form'],
  ])('has no serious accessibility finding on %s', async (path, landmark) => {
    await app.browser.go(app.server.url + path)
    await app.browser.find(landmark)
    expect(await findings(app.browser)).toEqual([])
  })

  it('fits the main screen at 1280 x 800 without scrolling the page', async () => {
    await app.browser.go(app.server.url)
    await app.browser.waitForText('verdict', /\w/)
    expect(
      await app.browser.driver.executeScript(
        'return [document.documentElement.scrollHeight, document.documentElement.scrollWidth]',
      ),
    ).toEqual([800, 1280])
  })

  it('runs the metering on a phone with the thumb alone', async () => {
    const phone = await openBrowser(PHONE)
    try {
      await phone.go(`${app.server.url}/meter`)
      await phone.click('nothing')
      await phone.waitForText('correction', /black/)
      await phone.click('next')
      await phone.waitForText('run-title', /^A alone$/)
      // The whole step, pad and all, is on the screen at once.
      const pad = await phone.driver.findElement(By.xpath('//button[normalize-space()="Backspace"]')).getRect()
      expect(pad.y + pad.height).toBeLessThanOrEqual(844)
      for (const key of ['8', 'plus tenths', '3']) await phone.press(By.css(`[aria-label="${key}"]`))
      await phone.click('enter')
      await phone.waitForText('read', /^f\/8 \+0\.3$/)
      await phone.waitForText('correction', /clicks? (up|down) on A|leave A/i)
      expect(await phone.driver.executeScript('return document.documentElement.scrollWidth')).toBe(390)
      expect(await findings(phone)).toEqual([])
      await phone.click(
        await phone.driver
          .findElements(By.css('[data-test="turned"]'))
          .then(found => (found.length > 0 ? 'turned' : 'next')),
      )
      await phone.waitForText('run-title', /^B alone$/)
      for (const [part, landmark] of [
        ['Readings', 'readings-filter'],
        ['Even', 'even-start'],
        ['Spill, ratio', 'ratio'],
        ['Walk line', 'walk'],
      ] as const) {
        await phone.press(By.linkText(part))
        await phone.find(landmark)
        expect(await phone.driver.executeScript('return document.documentElement.scrollWidth')).toBe(390)
        expect(await findings(phone)).toEqual([])
      }
      await phone.click('views')
      await phone.press(By.linkText('Stage'))
      await phone.find('plan-key')
      expect(await phone.driver.executeScript('return document.documentElement.scrollWidth')).toBe(390)
      expect(await findings(phone)).toEqual([])
      expect(await phone.complaints()).toEqual([])
    } finally {
      await phone.close()
    }
  })
})
