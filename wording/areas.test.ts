import { describe, expect, it } from 'vitest'
import { areaReadoutWords } from './areas'
import { amountWords, signedStopWords } from './quantities'

describe('an area that goes the other way', () => {
  it('is not said to go the way that is wanted', () => {
    const ramp = (measured: number) =>
      areaReadoutWords({ area: { kind: 'ramp', toward: 'right', stops: 1, firmness: 'hard' }, measured })
    expect([ramp(0.44), ramp(-0.44), ramp(-0.04)]).toEqual([
      'Backdrop rises 0.4 stop toward the right, wanted 1 stop',
      'Backdrop rises \u22120.4 stop toward the right, wanted 1 stop',
      'Backdrop rises 0 stop toward the right, wanted 1 stop',
    ])
  })

  it('keeps its sign in figures', () => {
    expect([amountWords(-1.2), amountWords(2), signedStopWords(-1.2), signedStopWords(0.4)]).toEqual([
      '\u22121.2 stops',
      '2 stops',
      '\u22121.2 stops',
      '+0.4 stop',
    ])
  })
})
