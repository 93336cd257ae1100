import { beforeEach, describe, expect, it, vi } from 'vitest'
import { rawOf } from '#support/dngFile'
import { patched, patchFile } from '#support/patches'
import { idleJob, openRaw } from '#support/rawLibrary'
import { xorshift } from '#support/xorshift'
import { demoSet } from '#core/edits/demo'
import { imagingApi } from './imagingApi'
import { pictureRefusedWords } from '#wording/refusals/pictures'

const RAW = rawOf(
  { width: 64, height: 48, light: new Float64Array(64 * 48 * 3).fill(0.3) },
  {
    kind: 'mosaic',
    black: 512,
    white: 15_871,
    neutral: [0.5, 1, 0.65],
    exposure: { fNumber: 11, shutterS: 0.008, iso: 100 },
  },
)

/** A copy with some bytes changed, most of them where a file says what it is, or cut off. */
const broken = (bytes: Uint8Array, draw: () => number): Uint8Array<ArrayBuffer> => {
  if (draw() < 0.15) return bytes.slice(0, Math.floor(draw() * bytes.length))
  const copy = bytes.slice()
  const reach = draw() < 0.7 ? Math.min(600, copy.length) : copy.length
  for (let change = 0; change < 1 + draw() * 6; change++)
    copy[4 + Math.floor(draw() * (reach - 4))] = draw() < 0.3 ? 255 : Math.floor(draw() * 256)
  return copy
}

// The libraries say to the console what is wrong.
beforeEach(() => {
  for (const way of ['log', 'warn', 'error'] as const) vi.spyOn(console, way).mockImplementation(() => undefined)
})

describe('a broken file', () => {
  it.each([
    ['raw', () => RAW],
    ['HEIC', () => patchFile('patches.heic')],
    ['tiled TIFF', () => patchFile('tiled.tif')],
    ['TIFF by JPEG', () => patchFile('jpeg.tif')],
    ['TIFF of the large kind', () => patchFile('large.tif')],
    ['TIFF with its great end first', () => patchFile('deep-big-end.tif')],
    ['PNG of 16 bits', async () => new Uint8Array(await patched().toColourspace('rgb16').png().toBuffer())],
  ] as const)(
    '%s is read or refused in words, and the next one is read as ever',
    async (_, make) => {
      const api = imagingApi(openRaw)
      const whole = new Uint8Array(await make())
      const draw = xorshift(11)
      for (let trial = 0; trial < 120; trial++) {
        const outcome = await api.read(idleJob, 'one', demoSet(), broken(whole, draw), [])
        if (!outcome.ok) expect(pictureRefusedWords(outcome.message), `${trial}`).toMatch(/Nothing was changed\./)
      }
      expect((await api.read(idleJob, 'whole', demoSet(), whole, [])).ok).toBe(true)
    },
    60_000,
  )
})
