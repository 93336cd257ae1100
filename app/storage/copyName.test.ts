import { describe, expect, it } from 'vitest'
import { copyName } from './copyName'

describe('the name of a copy', () => {
  it('counts on instead of growing: copies of copies are copies of the first', () => {
    const names = ['Fernhollow white']
    for (let times = 0; times < 4; times++) names.push(copyName(names.at(-1)!, names))
    expect(names.slice(1)).toEqual([
      'Fernhollow white copy',
      'Fernhollow white copy 2',
      'Fernhollow white copy 3',
      'Fernhollow white copy 4',
    ])
  })

  it('fills a gap, and stays within eighty letters', () => {
    expect(copyName('Set', ['Set', 'Set copy', 'Set copy 3'])).toBe('Set copy 2')
    const long = 'x'.repeat(80)
    const first = copyName(long, [long])
    expect(first).toHaveLength(80)
    expect(copyName(first, [long, first])).toHaveLength(80)
    expect(copyName(first, [long, first])).not.toBe(first)
  })

  it('takes a name that only begins with the word for what it is', () => {
    expect(copyName('Photocopy', [])).toBe('Photocopy copy')
  })
})
