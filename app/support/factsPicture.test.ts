import { decode } from 'fast-png'
import { describe, expect, it } from 'vitest'
import { pngWithFacts } from './factsPicture'

describe('a picture with its facts', () => {
  it('comes back pixel by pixel, with every fact, in letters that a PNG can hold', () => {
    const data = Uint8ClampedArray.from({ length: 4 * 6 }, (_, index) => (index % 4 === 3 ? 255 : (index * 37) % 256))
    const png = decode(pngWithFacts({ width: 3, height: 2, data }, { Title: 'White, Kämmerer', Comment: '−1⅓ at f/8' }))
    expect([png.width, png.height, png.channels]).toEqual([3, 2, 4])
    expect([...png.data]).toEqual([...data])
    expect(png.text).toEqual({ Title: 'White, Kämmerer', Comment: '-1? at f/8' })
  })

  it('keeps sixteen bits', () => {
    const data = Uint16Array.from({ length: 3 * 6 }, (_, index) => (index * 3641) % 65_536)
    const png = decode(pngWithFacts({ width: 3, height: 2, data }, { Title: 'Deep' }))
    expect([png.width, png.height, png.channels, png.depth]).toEqual([3, 2, 3, 16])
    expect([...png.data]).toEqual([...data])
  })
})
