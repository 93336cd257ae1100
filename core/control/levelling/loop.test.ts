import { describe, expect, it } from 'vitest'
import { levelRig, type LevelEnds, type Levels } from './loop'
import type { LevelAnswer } from './levelStep'
import type { Round } from './round'

const levels = (one: number, other: number): Levels => ({
  one: { on: true, powerStops: one },
  other: { on: true, powerStops: other },
})
const answer = (parts: Partial<LevelAnswer>): LevelAnswer => ({
  misses: [],
  isLevel: false,
  isSettled: false,
  settings: levels(-9, -9),
  expected: [],
  suspicion: undefined,
  ...parts,
})

/** A loop whose rounds are answered one after another; what went out and what was asked comes with its end. */
const looped = async (answers: readonly LevelAnswer[], { most, stop }: { most?: number; stop?: string } = {}) => {
  const [sent, asked, said]: [Levels[], Round[][], LevelAnswer[]] = [[], [], []]
  let isStopped = false
  const after = (what: string) => {
    isStopped ||= what === stop
  }
  const ends: LevelEnds = {
    isStopped: () => isStopped,
    send: out => {
      sent.push(out)
      after('send')
      return Promise.resolve()
    },
    read: () => {
      after('read')
      return Promise.resolve([])
    },
    judge: rounds => {
      asked.push([...rounds])
      after('judge')
      return Promise.resolve(answers[asked.length - 1]!)
    },
    said: one => said.push(one),
  }
  return { end: await levelRig(levels(0, -1), ends, most), sent, asked, said }
}

describe('the loop of levelling', () => {
  it('sends what each round says until one is settled, and keeps that', async () => {
    const { end, sent } = await looped([
      answer({ settings: levels(-2, -3) }),
      answer({ settings: levels(-2.1, -3), isSettled: true, isLevel: true }),
    ])
    expect(sent).toEqual([levels(0, -1), levels(-2, -3)])
    expect(end).toEqual({ levels: levels(-2.1, -3), isLevel: true })
  })

  it('keeps what was read last where the rounds are over, not what nobody read', async () => {
    const { end, sent } = await looped([answer({ settings: levels(-4, -4) }), answer({ settings: levels(-5, -5) })], {
      most: 2,
    })
    expect(sent).toHaveLength(2)
    expect(end).toEqual({ levels: levels(-4, -4), isLevel: false })
  })

  it('reckons with all rounds turned round once a pair is named, and keeps the light of the last in the turned patch', async () => {
    const pair = { kind: 'swapped', lightIds: ['one', 'other'] } as const
    const named = await looped([answer({ suspicion: pair, settings: levels(-3, -2) }), answer({ isSettled: true })])
    expect(named.asked[1]!.map(({ sent }) => sent)).toEqual([levels(-1, 0), levels(-3, -2)])
  })

  it('has one round more where a pair is named in the last, and keeps the light of that one, in the turned patch', async () => {
    const pair = { kind: 'swapped', lightIds: ['one', 'other'] } as const
    const late = await looped([answer({ suspicion: pair, settings: levels(-3, -2) }), answer({ isLevel: true })], {
      most: 1,
    })
    expect(late.sent).toEqual([levels(0, -1), levels(-3, -2)])
    expect(late.end).toEqual({ levels: levels(-3, -2), isLevel: true })
    // Never more than one, whatever is named then.
    const again = [answer({ suspicion: pair }), answer({ suspicion: pair, settings: levels(-4, -5) }), answer({})]
    expect((await looped(again, { most: 1 })).sent).toHaveLength(2)
  })

  it.each(['send', 'read', 'judge'])('sends and says nothing more once stopped after %s', async stop => {
    const { end, sent, said } = await looped([answer({}), answer({})], { stop })
    expect(end).toBeUndefined()
    expect(sent).toHaveLength(1)
    expect(said).toEqual([])
  })
})
