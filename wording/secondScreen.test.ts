import { describe, expect, it } from 'vitest'
import { opWords, waitingWords } from './secondScreen'
import type { Op } from '#core/pairing/messages'

const at = { id: '0'.repeat(12), setId: 'set', lookId: 'white' }
const reading: Op = { ...at, kind: 'reading', stepId: 'key', shown: '8' }
const tick: Op = { ...at, kind: 'tick', stepKey: 'power/key', isDone: true }

describe('what waits on a phone', () => {
  it.each<[Op[], string]>([
    [[reading], '1 reading waiting'],
    [[reading, reading, tick], '2 readings and 1 tick waiting'],
    [[tick, tick], '2 ticks waiting'],
  ])('is counted, %#', (ops, words) => expect(waitingWords(ops)).toBe(words))

  it('is named, also where the laptop never said what it is called', () => {
    expect(opWords(reading, undefined)).toBe('A reading: 8')
    expect(opWords({ ...tick, isDone: false }, undefined)).toBe('A step: not done')
  })
})
