import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { By } from 'selenium-webdriver'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { demoSet } from '#core/edits/demo'
import { findings } from '#support/accessibility'
import { useApp } from '#support/app'
import { startServer } from '#support/server'
import { framesIn } from '#support/frameRun'
import { patched, PATCHES, patchFile, patchValue } from '#support/patches'
import { overexposedRaw } from '#support/rawFrame'
import { expectWithin } from '#support/tolerance'

const app = useApp()
const { count, openSet } = framesIn(app)
const browser = () => app.browser

const toFrames = async () => {
  await browser().press(By.linkText('Frames'))
  await browser().find('shoot')
}
/** Gives files to the page by one dialog, and waits until there are so many frames more. */
const bring = async (files: Readonly<Record<string, Uint8Array>>, more = 1) => {
  const before = await count()
  const paths = Object.entries(files).map(([name, bytes]) => {
    const path = join(browser().folder, name)
    writeFileSync(path, bytes)
    return path
  })
  await browser().locate(By.css('[data-test="frame-file"]')).sendKeys(paths.join('\n'))
  await browser().waitFor('the pictures', async () => (await count()) >= before + more)
  await browser().find('frame-stage')
}
/** Red, green and blue under the pointer at the middle of a patch. */
const probe = async (column: number, row: number): Promise<number[]> => {
  const canvas = await browser().locate(By.css('[data-test="frame-stage"] canvas'))
  const { width, height } = await canvas.getRect()
  const [x, y] = [(column + 0.5) / PATCHES.columns - 0.5, (row + 0.5) / PATCHES.rows - 0.5]
  await browser()
    .driver.actions({ async: true })
    .move({ origin: canvas, x: Math.round(x * width), y: Math.round(y * height) })
    .perform()
  const text = await browser().waitForText('frame-probe', /R \d+ G \d+ B \d+/)
  return [.../R (\d+) G (\d+) B (\d+)/.exec(text)!].slice(1).map(Number)
}

describe('everyday kinds of pictures', () => {
  it.each([
    ['a.avif', () => patched().avif({ lossless: true }).toBuffer()],
    ['a.gif', () => patchFile('patches.gif')],
    ['a.bmp', () => patchFile('patches.bmp')],
    ['a.jxl', () => patchFile('patches.jxl')],
    ['a.heic', () => patchFile('patches.heic')],
    ['tiles.tif', () => patchFile('tiled.tif')],
    ['packed.tif', () => patchFile('zstd.tif')],
    ['big.tif', () => patchFile('large.tif')],
    // Half a turn cannot be told from the size.
    ['half.png', () => patched().rotate(180).withMetadata({ orientation: 3 }).png().toBuffer()],
    ['half.webp', () => patched().rotate(180).withMetadata({ orientation: 3 }).webp({ lossless: true }).toBuffer()],
  ] as const)('%s is read as what it shows, upright', async (name, make) => {
    if (!(await browser().driver.getCurrentUrl()).endsWith('/frames')) await toFrames()
    await bring({ [name]: new Uint8Array(await make()) })
    for (const [column, row] of [
      [0, 0],
      [5, 0],
      [2, 1],
      [4, 2],
      [3, 3],
    ] as const) {
      const found = await probe(column, row)
      found.forEach((value, channel) =>
        expectWithin(value, patchValue(column, row, channel), name === 'a.heic' ? 4 : 2),
      )
    }
  })

  it('come several at a time, and one that is see-through is refused', async () => {
    const [one, two] = [await patched().png().toBuffer(), await patched().negate().png().toBuffer()]
    await bring({ 'one.png': new Uint8Array(one), 'two.png': new Uint8Array(two) }, 2)
    const before = await count()
    const path = join(browser().folder, 'through.png')
    writeFileSync(path, await patched().ensureAlpha(0.5).png().toBuffer())
    await browser().locate(By.css('[data-test="frame-file"]')).sendKeys(path)
    await browser().waitForText('frame-problem', /through\.png: .*see-through.*Nothing was changed/)
    expect(await count()).toBe(before)
  })
})

describe('a raw file', () => {
  const made = overexposedRaw(
    { ...demoSet(), id: 'raw', name: 'Raw', camera: { ...demoSet().camera, sensorHeadroomStops: 2 } },
    1,
  )

  it('tells how far past white a backdrop is of which the picture only says that it is white', async () => {
    const { set, raw, pastWhite } = await made
    await openSet(app.server.url, set)
    await browser().waitForText('verdict', /\d/)
    await toFrames()
    await bring({ 'shot.dng': raw })
    const verdict = await browser().waitForText('frame-verdict', /([\d.]+) stops? past white by the sensor/)
    const [, most] = /([\d.]+) stops? past white by the sensor/.exec(verdict)!
    // Its figure is rounded to a tenth; the lightest of the places that are judged is not the lightest of all.
    expect(Number(most)).toBeGreaterThan(pastWhite[Math.floor(pastWhite.length * 0.5)]! - 0.1)
    expect(Number(most)).toBeLessThan(pastWhite.at(-1)! + 0.1)
    const facts = await browser().textOf('frame-facts')
    const [, past] = /\+([\d.]+) past white by the sensor/.exec(facts)!
    expectWithin(Number(past), pastWhite[Math.floor(pastWhite.length * 0.95)]!, 0.1)
    expect(facts).toMatch(/Sensor\s+\d\.\d stop left/)
    expect(await browser().complaints()).toEqual([])
  })

  it('stands for the picture of the same name beside it; after a reload it is still read by its sensor', async () => {
    const { raw, values, width, height } = await made
    const jpeg = await sharp(values, { raw: { width, height, channels: 3 } })
      .jpeg({ quality: 97 })
      .toBuffer()
    const before = await count()
    await bring({ 'pair.dng': raw, 'pair.jpg': new Uint8Array(jpeg) })
    await browser().waitForText('passed-over', /pair\.jpg: the raw file of the same shot was taken/)
    expect(await count()).toBe(before + 1)
    // Every frame shows itself in the strip, the one just brought too.
    await browser().waitFor(
      'small pictures',
      async () =>
        (await browser().driver.findElements(By.css('[data-test="frame-strip"] li img'))).length === before + 1,
    )
    await browser().waitForText('save-state', /^Saved$/)
    await browser().driver.navigate().refresh()
    await browser().waitForText('frame-verdict', /past white by the sensor/)
  })

  it('and its picture tell the camera’s response and the end of its sensor in one shot', async () => {
    const { raw, values, width, height } = await made
    const jpeg = await sharp(values, { raw: { width, height, channels: 3 } })
      .jpeg({ quality: 97 })
      .toBuffer()
    await browser().press(By.linkText('Camera response'))
    const paths = Object.entries({ 'both.dng': raw, 'both.jpg': new Uint8Array(jpeg) }).map(([name, bytes]) => {
      const path = join(browser().folder, name)
      writeFileSync(path, bytes)
      return path
    })
    await browser().locate(By.css('[data-test="bracket-files"]')).sendKeys(paths.join('\n'))
    await browser().waitForText('bracket-words', /Fitted through \d+ steps of light/)
    await browser().click('bracket-use')
    await browser().waitForText('bracket-said', /in use/)
    await browser().press(By.linkText('Read'))
    await browser().waitForText('frame-verdict', /past white by the sensor/)
  })
})

describe('a folder that is watched', () => {
  it('takes raw files and pictures, one frame a shot, and passes over what is none', async () => {
    const { raw } = await made()
    const heic = patchFile('patches.heic')
    await browser().driver.executeScript(
      `window.laid = []
       window.showDirectoryPicker = async () => ({
         name: 'card',
         async *values() {
           for (const file of window.laid) yield { kind: 'file', name: file.name, getFile: async () => file }
         },
       })`,
    )
    await browser().press(By.linkText('Read'))
    await browser().click('watch-folder')
    const before = await count()
    await browser().driver.executeScript(
      `const file = (name, text) => new File([Uint8Array.from(atob(text), letter => letter.charCodeAt(0))], name)
       window.laid = [file('a.dng', arguments[0]), file('a.xmp', btoa('<x/>')), file('b.heic', arguments[1])]`,
      Buffer.from(raw).toString('base64'),
      Buffer.from(heic).toString('base64'),
    )
    await browser().waitFor('both', async () => (await count()) === before + 2)
    await browser().click('watch-folder')
  })
})

describe('the look as files', () => {
  const fileOf = async (press: string, ending: RegExp): Promise<Buffer> => {
    const before = new Set(readdirSync(browser().folder))
    await browser().click(press)
    let name: string | undefined
    await browser().waitFor(`a file from ${press}`, async () => {
      name = readdirSync(browser().folder).find(one => !before.has(one) && ending.test(one))
      return name !== undefined
    })
    return readFileSync(join(browser().folder, name!))
  }

  it('leaves as lines, tables, words and scenes, each whole and of what is on the screen', async () => {
    await openSet(app.server.url, { ...demoSet(), id: 'out', name: 'Größe नमूना' })
    await browser().waitForText('verdict', /wanted 250/)
    await browser().press(By.linkText('Sets'))
    await browser().click('files')
    await browser().find('plan-sketch')
    const svg = (await fileOf('file-svg', /größe-नमूना-white-plan\.svg$/)).toString()
    expect(svg).toMatch(/^<svg[^>]*viewBox/)
    for (const { name } of demoSet().lights) expect(svg).toContain(name)
    const pdf = await fileOf('file-pdf', /plan\.pdf$/)
    expect(pdf.subarray(0, 5).toString()).toBe('%PDF-')
    expect(pdf.subarray(-8).toString()).toContain('%%EOF')
    // Drawn as lines, with no picture in it.
    expect(pdf.toString('latin1')).not.toMatch(/\/Subtype\s*\/Image/)
    // Its font goes with it.
    expect(pdf.toString('latin1')).toMatch(/\/FontFile2/)
    const report = (await fileOf('file-report', /\.md$/)).toString()
    expect(report).toMatch(/^# Größe नमूना, White/)
    expect(report).toMatch(/wanted 250[\s\S]*## Lights[\s\S]*## Places/)
    const lights = (await fileOf('file-lights', /lights\.csv$/)).toString().trim().split('\r\n')
    expect(lights).toHaveLength(1 + demoSet().lights.length)
    for (const [press, ending, width] of [
      ['file-backdrop', /backdrop\.csv$/, demoSet().backdrop.widthM],
      ['file-floor', /floor\.csv$/, demoSet().room.widthM],
    ] as const) {
      const lines = (await fileOf(press, ending)).toString().trim().split('\r\n').slice(1)
      const across = lines.map(line => Number(line.split(',')[0]))
      expect(Math.max(...across)).toBeLessThan(width)
      expect(Math.max(...across)).toBeGreaterThan(0.95 * width)
      expect(lines.filter(line => /,-?\d+(\.\d+)?$/.test(line)).length).toBeGreaterThan(lines.length / 2)
    }
    expect((await fileOf('file-response', /response\.csv$/)).toString()).toMatch(/\r\n0,117\.65\r\n/)
    expect((await fileOf('scene', /\.glb$/)).subarray(0, 4).toString()).toBe('glTF')
    expect(JSON.parse((await fileOf('file-set', /größe-नमूना\.keen-tonal\.json$/)).toString()).set.name).toBe(
      'Größe नमूना',
    )
    expect(await findings(browser())).toEqual([])
    expect(await browser().complaints()).toEqual([])
  })

  it('leaves of a set without lights, and of one with sixty, as well', async () => {
    const demo = demoSet()
    const [key] = demo.lights
    const sixty = Array.from({ length: 60 }, (_, index) => ({ ...key!, id: `l-${index}`, name: `L${index}` }))
    for (const lights of [[], sixty]) {
      const settings = Object.fromEntries(lights.map(({ id }) => [id, { on: true, powerStops: -6 }]))
      await openSet(app.server.url, {
        ...demo,
        id: `many-${lights.length}`,
        name: `Many ${lights.length}`,
        lights,
        looks: [
          { ...demo.looks[0]!, lights: settings, exposure: { ...demo.looks[0]!.exposure, followsPointId: null } },
        ],
      })
      await browser().press(By.linkText('Sets'))
      await browser().click('files')
      await browser().find('plan-sketch')
      const table = (await fileOf('file-lights', /many-\d+-white-lights\.csv$/)).toString().trim().split('\r\n')
      expect(table).toHaveLength(1 + lights.length)
      expect((await fileOf('file-pdf', /many-\d+-white-plan\.pdf$/)).subarray(0, 5).toString()).toBe('%PDF-')
      expect((await fileOf('file-report', /many-\d+-white\.md$/)).toString()).toMatch(/## Lights/)
    }
  })

  it('and a frame leaves as it was brought', async () => {
    await toFrames()
    const bytes = patchFile('patches.heic')
    await bring({ 'One Shot.HEIC': bytes })
    expect(Buffer.compare(await fileOf('frame-save', /one-shot\.heic$/), Buffer.from(bytes))).toBe(0)
  })
})

describe('the app on a system', () => {
  const json = async (path: string) => (await fetch(`${app.server.url}${path}`)).json()

  it('is linked with its manifest, whose icons are there in the sizes that it says', async () => {
    const page = await (await fetch(app.server.url)).text()
    expect(page).toMatch(/<link rel="manifest" href="\/manifest\.webmanifest">/)
    const manifest = await json('/manifest.webmanifest')
    expect(manifest).toMatchObject({ id: '/', scope: '/', display: 'standalone', file_handlers: [{ action: '/sets' }] })
    expect(manifest.icons.some(({ purpose }: { purpose?: string }) => purpose === 'maskable')).toBe(true)
    for (const { src, sizes, type } of manifest.icons) {
      const answer = await fetch(`${app.server.url}${src}`)
      expect([answer.status, answer.headers.get('content-type')]).toEqual([200, type])
      if (type !== 'image/png') continue
      const { width, height } = await sharp(Buffer.from(await answer.arrayBuffer())).metadata()
      expect(`${width}x${height}`).toBe(sizes)
    }
  })

  it('takes in pictures that are shared with it', async () => {
    await browser().go(app.server.url)
    await browser().waitForText('verdict', /\d/)
    await browser().driver.executeAsyncScript(
      `const done = arguments[0]
       navigator.serviceWorker.ready.then(() => navigator.serviceWorker.controller
         ? done() : navigator.serviceWorker.addEventListener('controllerchange', () => done()))
       setTimeout(done, 4000)`,
    )
    await browser().driver.navigate().refresh()
    await browser().waitForText('verdict', /\d/)
    await toFrames()
    const before = await count()
    const path = await browser().driver.executeAsyncScript<string>(
      `const done = arguments[1]
       const form = new FormData()
       form.append('pictures', new File([Uint8Array.from(atob(arguments[0]), letter => letter.charCodeAt(0))], 'from afar.heic'))
       fetch('/share', { method: 'POST', body: form }).then(({ url }) => done(new URL(url).pathname + new URL(url).search))`,
      Buffer.from(patchFile('patches.heic')).toString('base64'),
    )
    expect(path).toBe('/frames?shared')
    await browser().go(`${app.server.url}${path}`)
    await browser().waitFor('the picture', async () => (await count()) === before + 1)
    expect(await browser().driver.getCurrentUrl()).toMatch(/\/frames$/)
  })

  it('says that it stands, and lets go of its port when it is told to end', async () => {
    const own = await startServer()
    expect(await (await fetch(`${own.url}/api/health`)).json()).toEqual({ isUp: true })
    expect((await fetch(`${own.url}/api/health`, { method: 'POST' })).status).toBe(405)
    await own.stop()
    await expect(fetch(`${own.url}/api/health`)).rejects.toThrow()
  })
})

const made = () => overexposedRaw({ ...demoSet(), id: 'raw', name: 'Raw' }, 0)
