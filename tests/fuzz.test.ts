import { describe, expect, it, vi } from 'vitest'
import { fuzz, READERS } from '#support/fuzz'

const COUNT: Record<(typeof READERS)[number], number> = {
  set: 300,
  kit: 300,
  readings: 400,
  photometric: 600,
  picture: 400,
  backup: 120,
}

describe('damaged files', () => {
  // The table reader says aloud that it renames columns of one name.
  vi.spyOn(console, 'warn').mockImplementation(() => {})

  it.each(READERS)('are taken only where a set can hold what they say, and never throw: %s', async reader => {
    const { faults, count, taken } = await fuzz(reader, COUNT[reader])
    expect(faults).toEqual([])
    expect(count).toBe(COUNT[reader])
    // Some of them are whole enough: a reader that refused everything would pass for nothing.
    expect(taken).toBeGreaterThan(0)
  })
})
