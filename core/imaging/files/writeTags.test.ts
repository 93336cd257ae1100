import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { inspectFile } from './inspectFile'
import { isWholeJpeg } from './jpegScan'
import { readTags } from './readTags'
import { jpegWithTags } from './writeTags'

describe('exposure written into a JPEG', () => {
  it.each([
    { fNumber: 8, shutterS: 1 / 125, iso: 100 },
    { fNumber: 5.66, shutterS: 2, iso: 3200 },
    { fNumber: 2, shutterS: 1 / 32_000, iso: 204_800 },
    { fNumber: 32, shutterS: 1800, iso: 65_535 },
  ])('is read back by two readers: %o', async camera => {
    const plain = new Uint8Array(
      await sharp({ create: { width: 64, height: 48, channels: 3, background: '#888' } })
        .jpeg()
        .toBuffer(),
    )
    const tagged = jpegWithTags(plain, camera)
    const { exposure } = await readTags(tagged)
    expect(exposure!.fNumber).toBeCloseTo(camera.fNumber, 1)
    expect([exposure!.shutterS, exposure!.iso]).toEqual([camera.shutterS, camera.iso])
    // A general-purpose library takes the file, and finds a block of tags in it.
    const known = await sharp(tagged).metadata()
    expect([known.width, known.height, known.exif!.length > 60]).toEqual([64, 48, true])
    expect([inspectFile(tagged).ok, isWholeJpeg(tagged)]).toEqual([true, true])
  })
})
