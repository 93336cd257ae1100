import { describe, expect, it } from 'vitest'
import { besideWords, isOneShot, isSidecar, shotsOf } from './shots'

const files = (...names: string[]) => names.map(name => ({ name }))
const named = (list: readonly { name: string }[]) => list.map(({ name }) => name)

describe('files as shots', () => {
  it('are one a shot: a raw file stands for the pictures of its name, whatever their endings', () => {
    const { shots, beside } = shotsOf(files('A1.DNG', 'a1.jpg', 'A1.heic', 'a2.jpg', 'a3.xyz', 'a3.b.jpg'))
    expect(named(shots)).toEqual(['A1.DNG', 'a2.jpg', 'a3.xyz', 'a3.b.jpg'])
    expect(named(beside)).toEqual(['a1.jpg', 'A1.heic'])
    expect(isOneShot({ name: 'A1.DNG' }, { name: 'a1.jpg' })).toBe(true)
    expect(isOneShot({ name: 'a3.xyz' }, { name: 'a3.b.jpg' })).toBe(false)
    expect(named(shotsOf(files('a.jpg', 'a.png')).shots)).toEqual(['a.jpg', 'a.png'])
    // What only lies beside a picture, or is another picture, stands for none.
    for (const other of ['a.xmp', 'a.gif', 'a.bmp', 'a.mov'])
      expect(named(shotsOf(files('a.jpg', other)).beside), other).toEqual([])
  })

  it('say which were left out, by name up to three', () => {
    expect(besideWords([])).toBe('')
    expect(besideWords(files('a.jpg', 'b.jpg'))).toMatch(/^a\.jpg, b\.jpg: the raw file/)
    expect(besideWords(files('1', '2', '3', '4'))).toMatch(/^4 pictures: /)
  })

  it('leave out what programs lay beside pictures, and nothing that a camera writes', () => {
    for (const name of ['.hidden', 'a.xmp', 'A.XMP', 'list.csv', 'a.jpg.part']) expect(isSidecar(name), name).toBe(true)
    for (const name of ['a.jpg', 'a.dng', 'a.xyz', 'a', 'a.HIF']) expect(isSidecar(name), name).toBe(false)
  })
})
