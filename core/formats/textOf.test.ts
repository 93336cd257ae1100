import { describe, expect, it } from 'vitest'
import { textOf } from './textOf'

const TEXT = 'id;time;note\r\n1;2;Größe ½'
const wide = (text: string, littleFirst: boolean, hasMark: boolean): Uint8Array => {
  const letters = hasMark ? `\uFEFF${text}` : text
  const view = new DataView(new ArrayBuffer(2 * letters.length))
  ;[...letters].forEach((letter, index) => view.setUint16(2 * index, letter.charCodeAt(0), littleFirst))
  return new Uint8Array(view.buffer)
}

describe('the text of a file', () => {
  it.each([
    ['UTF-8', new TextEncoder().encode(TEXT)],
    ['UTF-8 with its mark', new TextEncoder().encode(`\uFEFF${TEXT}`)],
    ['UTF-16, little end first', wide(TEXT, true, true)],
    ['UTF-16, big end first', wide(TEXT, false, true)],
    ['UTF-16 without a mark', wide(TEXT, true, false)],
    ['UTF-16 without a mark, big end first', wide(TEXT, false, false)],
    ['single bytes of western systems', Uint8Array.from([...TEXT].map(letter => letter.charCodeAt(0)))],
  ])('is the same in %s', (_, bytes) => expect(textOf(bytes)).toBe(TEXT))

  it('of an empty file is empty', () => expect(textOf(new Uint8Array(0))).toBe(''))
})
