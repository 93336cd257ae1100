import ExifReader from 'exifreader'
import { decode } from 'fast-png'
import { describe, expect, it } from 'vitest'
import { pngWithFacts } from './factsPicture'

describe('a picture with its facts', () => {
  it('comes back pixel by pixel, with every fact in its own script', () => {
    const data = Uint8ClampedArray.from({ length: 4 * 6 }, (_, index) => (index % 4 === 3 ? 255 : (index * 37) % 256))
    const facts = { Title: 'White, Kämmerer', Comment: '−1⅓ at f/8', Author: 'Студия नमूना' }
    const bytes = pngWithFacts({ width: 3, height: 2, data }, facts)
    const png = decode(bytes, { checkCrc: true })
    expect([png.width, png.height, png.channels]).toEqual([3, 2, 4])
    expect([...png.data]).toEqual([...data])
    const read = ExifReader.load(bytes.buffer) as Record<string, { value: unknown }>
    for (const [name, text] of Object.entries(facts)) expect(read[name]?.value).toBe(text)
  })

  it('keeps sixteen bits', () => {
    const data = Uint16Array.from({ length: 3 * 6 }, (_, index) => (index * 3641) % 65_536)
    const png = decode(pngWithFacts({ width: 3, height: 2, data }, { Title: 'Deep' }))
    expect([png.width, png.height, png.channels, png.depth]).toEqual([3, 2, 3, 16])
    expect([...png.data]).toEqual([...data])
  })
})
