import { describe, expect, it } from 'vitest'
import { hallOf, impossibleMatches, madeMatch, questionOf } from '#support/matches'
import { demoSet } from '../edits/demo'
import { genericKit } from '../kit/genericKit'
import { validationErrors } from '../validation/validation'
import { isMet } from './deviations'
import { matchElsewhere } from './match'

describe('matching elsewhere', () => {
  it.each([4, 17, 21])(
    'meets all that is asked firmly in a hall that can do it (made match %s of npm run matches)',
    async seed => {
      const { name: _, ...question } = await madeMatch(seed)
      const shares: number[] = []
      const { matches, isFinal } = (await matchElsewhere(question, { report: (__, share) => shares.push(share) }))!
      expect(isFinal).toBe(true)
      expect(shares).toEqual(shares.toSorted((a, b) => a - b))
      const [best] = matches
      expect(best!.inFrame).toEqual([])
      expect(
        best!.deviations.filter(one => question.asked[one.aspect] === 'hard' && !isMet(one)).map(one => one.aspect),
      ).toEqual([])
      for (const { set } of matches) expect(validationErrors(set)).toEqual([])
    },
    120_000,
  )

  it('names why three impossible ones cannot be', async () => {
    const all = await impossibleMatches()
    for (const wanted of ['one lamp', 'bare reflectors', 'no gels']) {
      const { name: _, aspect, causes, ...question } = all.find(({ name }) => name === wanted)!
      const [best] = (await matchElsewhere(question))!.matches
      expect([wanted, best!.isMet, causes.includes(best!.causes[aspect]!.is)]).toEqual([wanted, false, true])
    }
  })

  it('finds the same each time, in a kit of one lamp as in none, and stops when it is called off', async () => {
    const room = hallOf({ widthM: 4, depthM: 6, heightM: 2.6 }, 0.4)
    const kit = {
      ...genericKit(),
      lamps: genericKit()
        .lamps.slice(0, 1)
        .map(item => ({ ...item, count: 1 })),
    }
    const question = await questionOf(demoSet(), room, kit)
    const [one, other] = [(await matchElsewhere(question))!, (await matchElsewhere(question))!]
    expect(other.matches.map(({ set }) => set)).toEqual(one.matches.map(({ set }) => set))
    const none = (await matchElsewhere({ ...question, kit: { ...kit, lamps: [] } }))!
    expect(none.matches[0]!.causes['key-light']).toMatchObject({ is: 'too-few-lamps', lamps: 0 })
    let questions = 0
    expect(await matchElsewhere(question, { pause: () => Promise.resolve(++questions > 8) })).toBeUndefined()
  })
})
