import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { By, Key } from 'selenium-webdriver'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { ownResponse } from '#core/bench/trueCamera'
import { responseOf } from '#core/camera/response'
import { findings } from '#support/accessibility'
import { useApp } from '#support/app'
import { framesIn } from '#support/frameRun'
import { meteringIn } from '#support/meterRun'
import { expectWithin } from '#support/tolerance'

const app = useApp()
const { shoot, state, mend, count } = framesIn(app)
const { chooseHall } = meteringIn(app)
const browser = () => app.browser

const toFrames = async () => {
  await browser().press(By.linkText('Frames'))
  await browser().find('shoot')
}
const part = (name: string) => browser().press(By.linkText(name))

/** Gives a file to the page by its dialog. */
const give = async (name: string, bytes: Uint8Array) => {
  const path = join(browser().folder, name)
  writeFileSync(path, bytes)
  await browser().locate(By.css('[data-test="frame-file"]')).sendKeys(path)
}

/** Takes a picture in and waits until it is read. */
const bring = async (name: string, bytes: Uint8Array) => {
  const before = await count()
  await give(name, bytes)
  await browser().waitFor('the picture', async () => (await count()) > before)
  await browser().find('frame-stage')
}

const WIDTH = 600
const HEIGHT = 400
const COLUMNS = 6
const ROWS = 4
/** Patches of many colours and greys, so large that no file's blurring reaches their middles. */
const patches = Uint8Array.from({ length: WIDTH * HEIGHT * 3 }, (_, index) => {
  const pixel = Math.floor(index / 3)
  const patch =
    Math.floor((Math.floor(pixel / WIDTH) * ROWS) / HEIGHT) * COLUMNS + Math.floor(((pixel % WIDTH) * COLUMNS) / WIDTH)
  return patch % 4 === 0 ? 10 + patch * 10 : 30 + ((patch * 53 + (index % 3) * 61) % 200)
})
const patched = () => sharp(patches, { raw: { width: WIDTH, height: HEIGHT, channels: 3 } })

/** Red, green and blue under the pointer at shares of the picture. */
const probe = async (x: number, y: number): Promise<number[]> => {
  const canvas = await browser().locate(By.css('[data-test="frame-stage"] canvas'))
  const { width, height } = await canvas.getRect()
  await browser()
    .driver.actions({ async: true })
    .move({ origin: canvas, x: Math.round((x - 0.5) * width), y: Math.round((y - 0.5) * height) })
    .perform()
  const text = await browser().waitForText('frame-probe', /R \d+ G \d+ B \d+/)
  return [.../R (\d+) G (\d+) B (\d+)/.exec(text)!].slice(1).map(Number)
}

describe('pictures brought in by hand', () => {
  it.each([
    ['patches.jpg', () => patched().jpeg({ quality: 95, chromaSubsampling: '4:4:4' }), 'sRGB'],
    ['patches.png', () => patched().png(), 'sRGB'],
    ['patches-16.png', () => patched().toColourspace('rgb16').png(), 'sRGB'],
    ['patches.webp', () => patched().webp({ quality: 96 }), 'sRGB'],
    ['patches.tif', () => patched().toColourspace('rgb16').tiff({ compression: 'lzw' }), 'sRGB'],
    ['patches-wide.jpg', () => patched().withIccProfile('p3').jpeg({ quality: 97, chromaSubsampling: '4:4:4' }), 'P3'],
    [
      'patches-turned.jpg',
      () => patched().rotate(270).withMetadata({ orientation: 6 }).jpeg({ quality: 95, chromaSubsampling: '4:4:4' }),
      'sRGB',
    ],
  ] as const)('%s shows what a general-purpose library decodes, upright and in sRGB', async (name, make, profile) => {
    if (!(await browser().driver.getCurrentUrl()).endsWith('/frames')) await toFrames()
    const bytes = await make().toBuffer()
    await bring(name, new Uint8Array(bytes))
    const { data, info } = await sharp(bytes, { autoOrient: true })
      .toColourspace('srgb')
      .raw({ depth: 'uchar' })
      .toBuffer({ resolveWithObject: true })
    expect([info.width, info.height]).toEqual([WIDTH, HEIGHT])
    for (const [column, row] of [
      [0, 0],
      [5, 0],
      [2, 1],
      [4, 1],
      [0, 2],
      [3, 3],
    ] as const) {
      const [x, y] = [(column + 0.5) / COLUMNS, (row + 0.5) / ROWS]
      const at = (Math.floor(y * info.height) * info.width + Math.floor(x * info.width)) * info.channels
      const found = await probe(x, y)
      found.forEach((value, channel) => expectWithin(value, data[at + channel]!, 2))
    }
    expect(await browser().locate(By.xpath('//*[@aria-label="Reading"]')).getText()).toContain(profile)
  })

  it('are refused with a clear word where they cannot be read, and nothing is lost', async () => {
    const before = await count()
    const whole = new Uint8Array(await patched().jpeg().toBuffer())
    const two = Buffer.concat([Buffer.from(patches), Buffer.from(patches.map(value => 255 - value))])
    for (const [name, bytes, reason] of [
      ['cut.jpg', whole.subarray(0, whole.length / 2), /cut\.jpg: This picture is cut off/],
      [
        'closed.jpg',
        new Uint8Array([...whole.subarray(0, whole.length / 2), 0xff, 0xd9]),
        /what its file holds ends before the picture does/,
      ],
      ['ink.jpg', new Uint8Array(await patched().toColourspace('cmyk').jpeg().toBuffer()), /printing colours/],
      [
        'moving.webp',
        new Uint8Array(
          await sharp(two, { raw: { width: WIDTH, height: HEIGHT * 2, channels: 3, pageHeight: HEIGHT } })
            .webp()
            .toBuffer(),
        ),
        /animation/,
      ],
      ['words.jpg', new TextEncoder().encode('no picture at all, only words that go on for a while'), /not a picture/],
    ] as const) {
      await give(name, bytes)
      await browser().waitForText('frame-problem', reason)
    }
    expect(await count()).toBe(before)
  })

  it('may have thirty megapixels and more, and the page stays alive meanwhile', async () => {
    const large = new Uint8Array(
      await patched().resize(7000, 4667, { kernel: 'nearest' }).jpeg({ quality: 80 }).toBuffer(),
    )
    await browser().driver.executeScript(
      'window.drawn = 0; const draw = () => { window.drawn++; requestAnimationFrame(draw) }; draw()',
    )
    const before = await count()
    await give('large.jpg', large)
    await browser().driver.executeScript('window.drawn = 0')
    await browser().waitFor('the picture', async () => (await count()) > before)
    // Were it decoded on the page's own thread, the page could not draw itself meanwhile.
    expect(await browser().driver.executeScript<number>('return window.drawn')).toBeGreaterThan(5)
    await browser().find('frame-stage')
    expectWithin(
      (await probe(0.75, 0.375))[0]!,
      patches[(Math.floor(0.375 * HEIGHT) * WIDTH + Math.floor(0.75 * WIDTH)) * 3]!,
      4,
    )
    expect(await browser().complaints(/decod/)).toEqual([])
  })
})

describe('a test frame from the bench', () => {
  it('comes along the tether, is read, mended by powers, and the next one tells that it worked', async () => {
    await app.browser.go(app.server.url)
    await browser().waitForText('verdict', /wanted/)
    await chooseHall(1, 'A rough hall')
    await toFrames()
    // What came by hand before is of no use here.
    while ((await count()) > 0) await browser().click('frame-remove')
    await shoot()
    expect(await state()).toBe('off')
    expect(await browser().textOf('frame-verdict')).toMatch(/^Backdrop \d+.* wants 250: (add|take) .* backdrop light/)
    expect(await mend()).toBe(true)
    await browser().find('frame-stale')
    await shoot()
    expect(await state()).toBe('on-target')
    expect(await browser().textOf('frame-outcome')).toMatch(/^Expected \d+, got \d+: the plan holds/)
    expect(await browser().textOf('frame-facts')).toMatch(/Uneven\s+0\.\d+ stop/)
  })

  it('has its regions mended by a box, read anew, and taken back', async () => {
    const values = async () => browser().textOf('fact-subject')
    const before = await values()
    await browser().click('tool-box')
    const canvas = await browser().locate(By.css('[data-test="frame-stage"] canvas'))
    const { width, height } = await canvas.getRect()
    await browser()
      .driver.actions({ async: true })
      .move({ origin: canvas, x: Math.round(-0.45 * width), y: Math.round(-0.45 * height) })
      .press()
      .move({ origin: 'pointer' as never, x: Math.round(0.5 * width), y: Math.round(0.3 * height) })
      .release()
      .perform()
    // A box of "backdrop" over backdrop changes nothing; called sitter, it makes the sitter lighter.
    expect(await values()).toBe(before)
    await browser().press(By.xpath('//*[@role="radio"][normalize-space(.)="Subject"]'))
    await browser()
      .driver.actions({ async: true })
      .move({ origin: canvas, x: Math.round(-0.45 * width), y: Math.round(-0.45 * height) })
      .press()
      .move({ origin: 'pointer' as never, x: Math.round(0.5 * width), y: Math.round(0.3 * height) })
      .release()
      .perform()
    await browser().waitFor('another mean', async () => (await values()) !== before)
    await browser().click('region-back')
    await browser().waitFor('the mean as before', async () => (await values()) === before)
  })

  it('is compared with another, and its values become targets', async () => {
    await part('Compare')
    await browser().waitForText('compared-backdrop/middle', /middle\s*\d+\s*\d+\s*\+0\.\d/)
    await browser().press(By.xpath('//*[@role="radio"][normalize-space(.)="Difference"]'))
    await browser().locate(By.css('canvas[aria-label="Difference in stops"]'))
    await browser().click('match')
    await part('Read')
    await browser().waitForText('frame-values', /wants (?!250)\d+/)
    await browser().locate(By.css('body')).sendKeys(Key.chord(Key.CONTROL, 'z'))
    await browser().waitForText('frame-values', /wants 250/)
  })

  it('stays after a reload, picture, figures and all, and its readings are in the table', async () => {
    const before = await browser().textOf('frame-values')
    await browser().waitForText('save-state', /^Saved$/)
    await browser().driver.navigate().refresh()
    await browser().waitForText('frame-values', /wants 250/)
    expect(await browser().textOf('frame-values')).toBe(before)
    await browser().find('frame-stage')
    await browser().press(By.linkText('Meter'))
    await part('Readings')
    await browser().waitFor('readings of frames', async () =>
      (await browser().locate(By.css('table')).getText()).includes('frame'),
    )
  })
})

describe('the camera\u2019s own curve', () => {
  it('is found from a bracket of the bench, used at once and saved in the kit', async () => {
    await browser().press(By.css('[aria-label="Settings"]'))
    await browser().click('own-curve')
    await browser().driver.actions().sendKeys(Key.ESCAPE).perform()
    await toFrames()
    await part('Camera response')
    await browser().click('bracket-shoot')
    await browser().waitFor(
      'the fit',
      async () =>
        /Fitted through \d\d pictures/.test(
          await browser()
            .textOf('bracket-words')
            .catch(() => ''),
        ) && (await (await browser().find('bracket-shoot')).isEnabled()),
    )
    await browser().click('bracket-use')
    await browser().waitForText('bracket-said', /in use, and saved with the camera in your kit/)
    await browser().waitForText('save-state', /^Saved$/)
    const response = await browser().driver.executeAsyncScript<Parameters<typeof responseOf>[0]['response']>(`
      const done = arguments[0]
      const opening = indexedDB.open('keen-tonal')
      opening.onsuccess = () => {
        const asking = opening.result.transaction('preferences').objectStore('preferences').get('kit')
        asking.onsuccess = () => { opening.result.close(); done(asking.result.value.cameras.at(-1).what.what.response) }
      }`)
    const [found, truth] = [responseOf({ response }), ownResponse(1)]
    for (let value = 10; value <= 250; value += 10)
      expectWithin(found.valueFromLinear(truth.linearFromValue(value)), value, 3)
  })
})

describe('pictures in the browser', () => {
  it('are counted, kept as many as wished, and cleaned up without losing what was read', async () => {
    await part('Pictures')
    await browser().waitForText('picture-use', /^[1-9]\d* pictures?, [\d.]+ [kM]B$/)
    await browser().click('clean-all')
    await browser().waitForText('cleaned', /went, .* are free\. What was read from them is kept/)
    await browser().waitForText('picture-use', /^0 pictures/)
    await part('Read')
    await browser().waitForText('save-state', /^Saved$/)
    await browser().driver.navigate().refresh()
    await browser().waitForText('frame-verdict', /backdrop/i)
    await browser().waitForText('frame-problem', /not in this browser any more/)
  })

  it('of every page, nothing stands in the way of a screen reader', async () => {
    for (const name of ['Read', 'Compare', 'Camera response', 'Pictures']) {
      await part(name)
      expect(await findings(browser()), name).toEqual([])
    }
    expect(await browser().complaints(/404/)).toEqual([])
  })
})

describe('a picture of a camera', () => {
  it('may be dropped or pasted, and its exposure is held against the set', async () => {
    await part('Read')
    const bytes = await sharp({ create: { width: 400, height: 600, channels: 3, background: '#d8d8d8' } })
      .withExif({ IFD2: { FNumber: '56/10', ExposureTime: '1/125', ISOSpeedRatings: '100' } })
      .jpeg()
      .toBuffer()
    const deliver = (how: 'drop' | 'paste') =>
      browser().driver.executeScript(
        `
      const [base64, how] = arguments
      const bytes = Uint8Array.from(atob(base64), letter => letter.charCodeAt(0))
      const data = new DataTransfer()
      data.items.add(new File([bytes], how + 'ped.jpg', { type: 'image/jpeg' }))
      const target = document.querySelector('[aria-label="Frame"]')
      if (how === 'paste') window.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }))
      else for (const name of ['dragenter', 'dragover', 'drop']) target.dispatchEvent(new DragEvent(name, { dataTransfer: data, bubbles: true, cancelable: true }))`,
        bytes.toString('base64'),
        how,
      )
    for (const how of ['drop', 'paste'] as const) {
      const before = await count()
      await deliver(how)
      await browser().waitFor(how, async () => (await count()) > before)
      await browser().waitForText('frame-mismatch', /^This frame was at f\/5\.6; the set says f\/\d+\.?/)
    }
    await browser().click('take-exposure')
    await browser().waitFor(
      'the set says the same',
      async () => (await browser().driver.findElements(By.css('[data-test="frame-mismatch"]'))).length === 0,
    )
  })
})
