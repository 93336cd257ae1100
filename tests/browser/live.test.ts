import { By } from 'selenium-webdriver'
import { afterAll, afterEach, describe, expect, it } from 'vitest'
import { findings } from '#support/accessibility'
import { LAPTOP, openBrowser, PHONE, type Browser, type Size } from '#support/browser'
import { startServer } from '#support/server'
import { cameraFlags, type MadeVideo } from '#support/y4mFile'

const open: { close: () => Promise<void> }[] = []
const server = await startServer()
// A camera that plays on takes the machine from the next.
afterEach(async () => {
  for (const one of open.splice(0)) await one.close()
})
afterAll(() => server.stop())

/** A browser whose camera plays a made video. */
const withCamera = async (video: Partial<MadeVideo>, size: Size = LAPTOP): Promise<Browser> => {
  const flags = cameraFlags({ width: 1280, height: 720, shape: 2 / 3, backdrop: () => 200, pictures: 4, ...video })
  const browser = await openBrowser(size, [], flags)
  open.push(browser)
  await browser.go(`${server.url}/frames/live`)
  await browser.click('open-camera')
  await browser.waitForText('live-backdrop', /Backdrop \d+/)
  return browser
}
const value = async (browser: Browser, place: string) =>
  Number(
    await browser
      .locate(By.css(`[data-test="live-backdrop/${place}"] td`))
      .getText()
      .then(text => /^\d+/.exec(text)?.[0]),
  )

describe('a live picture', () => {
  it('is read within 2 values of what is known to be in it, many times a second, and teaches when it is told to', async () => {
    const browser = await withCamera({ backdrop: across => 180 + 40 * across })
    await browser.waitFor('the average', async () => (await value(browser, 'left')) > 0)
    await new Promise(resolve => setTimeout(resolve, 2500))
    const { reading } = await browser.driver.executeScript<{ reading: [number, number, number] }>(
      `return { reading: ['left', 'middle', 'right'].map(place =>
        Number(/^\\d+/.exec(document.querySelector('[data-test="live-backdrop/' + place + '"] td').textContent.trim())[0])) }`,
    )
    // The file has 180 to 220 from edge to edge; left and right are read near the edges.
    expect(Math.abs(reading[1] - 200)).toBeLessThanOrEqual(2)
    expect(reading[0]).toBeGreaterThanOrEqual(178)
    expect(reading[0]).toBeLessThanOrEqual(186)
    expect(reading[2]).toBeGreaterThanOrEqual(214)
    expect(reading[2]).toBeLessThanOrEqual(222)
    await browser.waitForText('live-facts', /1280 × 720, its middle 480 × 720 read/)
    expect(await findings(browser)).toEqual([])
    expect(await browser.driver.findElements(By.css('[data-test="live-moved"]'))).toEqual([])
    // Of another range it is another picture, and says so: full range lifts black and lowers white.
    await browser.press(By.css('[data-test="live-space"] option[value="bt709 full"]'))
    await browser.waitForText('live-facts', /BT\.709, full range: /)
    const full = 16 + (219 * 200) / 255
    await browser.waitFor('full range', async () => Math.abs((await value(browser, 'middle')) - full) <= 2)
    await browser.press(By.css('[data-test="live-space"] option[value=""]'))
    await browser.waitFor('as it says', async () => Math.abs((await value(browser, 'middle')) - 200) <= 2)
    // Rising by 40 values from edge to edge, it is darker at the left, and a line goes round what is read.
    await browser.press(By.xpath('//*[@role="radio"][contains(., "Evenness")]'))
    await browser.waitForText('even-map', /−0\.\d[\s\S]*\+0\.\d/)
    const edge = await browser.driver.executeScript<number>(`
      const canvas = document.querySelector('figure canvas')
      const { data } = canvas.getContext('2d').getImageData(0, 0, canvas.width, canvas.height)
      let count = 0
      for (let at = 3; at < data.length; at += 4) if (data[at] === 255 && data[at - 3] === 90) count++
      return count`)
    expect(edge).toBeGreaterThan(100)
    await browser.press(By.xpath('//*[@role="radio"][contains(., "Values")]'))
    await browser.click('read-this')
    await browser.find('frame-verdict')
    await browser.waitForText('save-state', /^Saved$/)
    // The frame that came of it lies beside the next live picture.
    await browser.press(By.css('nav[aria-label="Frames"] a[href="/frames/live"]'))
    await browser.click('open-camera')
    await browser.waitForText('live-backdrop', /Backdrop \d+/)
    await browser.press(By.css('[data-test="live-beside"] option[value="frame"]'))
    await browser.locate(By.css('canvas[aria-label="The frame\'s picture"]'))
    // And so does a record of the logbook.
    await browser.press(By.linkText('Stage'))
    await browser.click('keep')
    await browser.find('kept')
    await browser.press(By.linkText('Logbook'))
    await browser.locate(By.css('[data-test="records"] img'))
    await browser.go(`${server.url}/frames/live`)
    await browser.click('open-camera')
    await browser.waitForText('live-backdrop', /Backdrop \d+/)
    await browser.press(By.css('[data-test="live-beside"] option[value^="record "]'))
    await browser.locate(By.css('figure img[alt="The record\'s picture"]'))
    expect(await browser.complaints()).toEqual([])
  })

  it('warns while the camera changes its exposure by itself', async () => {
    const steps = [200, 200, 200, 150, 150, 150].flatMap(level => Array.from({ length: 12 }, () => level))
    const browser = await withCamera({
      width: 320,
      height: 480,
      backdrop: (across, picture) => steps[picture]! - 20 * across,
      pictures: steps.length,
      followsSitter: true,
    })
    await browser.waitForText('live-moved', /automatic exposure/)
  })

  it('stands upright, of odd size, on a phone', async () => {
    const browser = await withCamera({ width: 358, height: 642 }, PHONE)
    expect(await browser.driver.executeScript('return document.documentElement.scrollWidth <= window.innerWidth')).toBe(
      true,
    )
    expect(await findings(browser)).toEqual([])
    await browser.click('close-camera')
    await browser.find('open-camera')
  })

  it('says so when the camera is taken away, and opens it again', async () => {
    const browser = await withCamera({ width: 320, height: 480 })
    // What a browser does when a camera is unplugged: its track ends by itself.
    await browser.driver.executeScript(
      `document.querySelector('video').srcObject.getVideoTracks()[0].dispatchEvent(new Event('ended'))`,
    )
    await browser.waitForText('live-problem', /unplugged or taken away/)
    expect(await browser.driver.findElements(By.css('[data-test="live-backdrop"]'))).toEqual([])
    await browser.click('open-camera')
    await browser.waitForText('live-backdrop', /Backdrop \d+/)
    expect(await browser.driver.findElements(By.css('[data-test="live-problem"]'))).toEqual([])
  })

  it.each([
    ['NotReadableError', /Another program has the camera/],
    ['NotAllowedError', /not allowed to use the camera/],
    ['OverconstrainedError', /not there any more/],
    ['AbortError', /could not be opened: the driver is asleep/],
  ])('says what helps where a camera is refused by %s', async (name, words) => {
    const browser = await openBrowser(LAPTOP)
    open.push(browser)
    await browser.go(`${server.url}/frames/live`)
    await browser.find('open-camera')
    await browser.driver.executeScript(
      `navigator.mediaDevices.getUserMedia = () => Promise.reject(new DOMException('the driver is asleep', '${name}'))`,
    )
    await browser.click('open-camera')
    await browser.waitForText('live-problem', words)
    await browser.find('open-camera')
  })

  it('says what helps where there is no camera', async () => {
    const browser = await openBrowser(LAPTOP)
    open.push(browser)
    await browser.go(`${server.url}/frames/live`)
    await browser.click('open-camera')
    await browser.waitForText('live-problem', /No camera was found|not allowed/)
  })
})
