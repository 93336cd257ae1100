import { describe, expect, it } from 'vitest'
import { fingerprint } from './fingerprint'

describe('a fingerprint of a text', () => {
  it('begins with the published 32-bit FNV-1a of it', () => {
    // Test vectors of the FNV reference page (L. C. Noll): "", "a", "foobar".
    expect(fingerprint('').slice(0, 8)).toBe('811c9dc5')
    expect(fingerprint('a').slice(0, 8)).toBe('e40c292c')
    expect(fingerprint('foobar').slice(0, 8)).toBe('bf9cf968')
  })

  it('differs for texts that differ in one letter, and is the same for the same', () => {
    const text = JSON.stringify({ room: { widthM: 6.4 }, lights: [1, 2, 3] })
    const others = [...text].map((_, at) => `${text.slice(0, at)}~${text.slice(at + 1)}`)
    expect(new Set([text, ...others].map(fingerprint)).size).toBe(text.length + 1)
    expect(fingerprint(text)).toBe(fingerprint(`${text}`))
  })
})
