// Brings a known picture in every kind of file into the built app and writes what is read, and how exactly, into
// docs/formats.md: npm run kinds. Build it first.
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { By } from 'selenium-webdriver'
import { LAPTOP, openBrowser } from '../tests/support/browser'
import { patched, PATCHES, patchFile, patchValue } from '../tests/support/patches'
import { startServer } from '../tests/support/server'

type Made = Uint8Array | Promise<Buffer>
/** Kinds, who wrote the file, and the file. */
const KINDS: readonly (readonly [kind: string, by: string, name: string, make: () => Made])[] = [
  [
    'JPEG, 4:4:4',
    'an image library',
    'a.jpg',
    () => patched().jpeg({ quality: 98, chromaSubsampling: '4:4:4' }).toBuffer(),
  ],
  [
    'JPEG, progressive',
    'an image library',
    'b.jpg',
    () => patched().jpeg({ quality: 98, progressive: true, chromaSubsampling: '4:4:4' }).toBuffer(),
  ],
  ['PNG, 8 bits', 'an image library', 'a.png', () => patched().png().toBuffer()],
  ['PNG, 16 bits', 'an image library', 'b.png', () => patched().toColourspace('rgb16').png().toBuffer()],
  [
    'PNG, turned by half',
    'an image library',
    'c.png',
    () => patched().rotate(180).withMetadata({ orientation: 3 }).png().toBuffer(),
  ],
  ['WebP, without loss', 'an image library', 'a.webp', () => patched().webp({ lossless: true }).toBuffer()],
  ['AVIF, without loss', 'an image library', 'a.avif', () => patched().avif({ lossless: true }).toBuffer()],
  ['HEIC', 'a HEIF encoder', 'a.heic', () => patchFile('patches.heic')],
  ['JPEG XL, without loss', 'its reference encoder', 'a.jxl', () => patchFile('patches.jxl')],
  ['GIF', 'an image toolkit', 'a.gif', () => patchFile('patches.gif')],
  ['BMP', 'an image toolkit', 'a.bmp', () => patchFile('patches.bmp')],
  ['TIFF, tiles', 'TIFF tools', 'tiles.tif', () => patchFile('tiled.tif')],
  ['TIFF, planes apart, LZW', 'TIFF tools', 'planes.tif', () => patchFile('planes.tif')],
  ['TIFF, PackBits', 'TIFF tools', 'runs.tif', () => patchFile('packbits.tif')],
  ['TIFF, JPEG', 'TIFF tools', 'jpeg.tif', () => patchFile('jpeg.tif')],
  ['TIFF, Zstandard', 'TIFF tools', 'zstd.tif', () => patchFile('zstd.tif')],
  ['TIFF of the large kind, deflate', 'TIFF tools', 'large.tif', () => patchFile('large.tif')],
  ['TIFF, 16 bits, great end first, LZW', 'an image toolkit', 'deep.tif', () => patchFile('deep-big-end.tif')],
  ['TIFF, fractions of 32 bits', 'an image toolkit', 'float.tif', () => patchFile('float.tif')],
  ['TIFF, fractions, great end first', 'TIFF tools', 'float-big.tif', () => patchFile('float-big-end.tif')],
  ['TIFF, table of colours', 'an image toolkit', 'palette.tif', () => patchFile('palette.tif')],
]

const server = await startServer()
const browser = await openBrowser(LAPTOP)
const count = async () => (await browser.driver.findElements(By.css('[data-test="frame-strip"] li'))).length

/** The value under the pointer at the middle of a patch. */
const probe = async (column: number, row: number): Promise<number[]> => {
  const canvas = await browser.locate(By.css('[data-test="frame-stage"] canvas'))
  const { width, height } = await canvas.getRect()
  const at = (place: number, of: number, length: number) => Math.round(((place + 0.5) / of - 0.5) * length)
  await browser.driver
    .actions({ async: true })
    .move({ origin: canvas, x: at(column, PATCHES.columns, width), y: at(row, PATCHES.rows, height) })
    .perform()
  const text = await browser.waitForText('frame-probe', /R \d+ G \d+ B \d+/)
  return [.../R (\d+) G (\d+) B (\d+)/.exec(text)!].slice(1).map(Number)
}

try {
  await browser.go(server.url)
  await browser.waitForText('verdict', /\d/)
  await browser.press(By.linkText('Frames'))
  await browser.find('shoot')
  const rows: string[] = []
  for (const [kind, by, name, make] of KINDS) {
    const before = await count()
    const path = join(browser.folder, name)
    writeFileSync(path, await make())
    await browser.locate(By.css('[data-test="frame-file"]')).sendKeys(path)
    await browser.waitFor(kind, async () => (await count()) > before)
    await browser.find('frame-stage')
    let worst = 0
    for (let row = 0; row < PATCHES.rows; row++) {
      for (let column = 0; column < PATCHES.columns; column++)
        for (const [channel, value] of (await probe(column, row)).entries())
          worst = Math.max(worst, Math.abs(value - patchValue(column, row, channel)))
    }
    rows.push(`| ${kind} | ${by} | ${worst} |`)
    console.log(rows.at(-1))
  }
  const file = new URL('../docs/formats.md', import.meta.url)
  const [begin, end] = ['<!-- kinds -->', '<!-- /kinds -->']
  const text = readFileSync(file, 'utf8')
  const table = ['| kind | written by | off by, values |', '|---|---|---|', ...rows].join('\n')
  writeFileSync(file, `${text.slice(0, text.indexOf(begin))}${begin}\n\n${table}\n\n${text.slice(text.indexOf(end))}`)
} finally {
  await browser.close()
  await server.stop()
}
