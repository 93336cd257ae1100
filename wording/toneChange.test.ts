import { describe, expect, it } from 'vitest'
import type { Readout } from '#core/evaluation/readout'
import { greatestChangeWords } from './toneChange'

const at = (name: string, stops: number) => ({ point: { id: name, name }, stops }) as unknown as Readout

describe('what a change did where it did most', () => {
  it('names the place and the change, up or down', () => {
    const before = [at('Hair', -1), at('Backdrop middle', 0.2), at('Subject shadow side', -2)]
    expect(
      greatestChangeWords(before, [at('Hair', -1.1), at('Backdrop middle', -0.5), at('Subject shadow side', -2)]),
    ).toBe('backdrop middle falls 0.7 stop.')
    expect(
      greatestChangeWords(before, [at('Hair', -1), at('Backdrop middle', 0.2), at('Subject shadow side', -0.4)]),
    ).toBe('subject shadow side rises 1.6 stops.')
  })

  it('says so where nothing changes by as much as can be read, and of places that are new says nothing', () => {
    const before = [at('Hair', -1)]
    expect(greatestChangeWords(before, [at('Hair', -1.04), at('New', 3)])).toMatch(/^no reading changes/)
    expect(greatestChangeWords([], [])).toMatch(/^no reading changes/)
  })
})
