import { describe, expect, it } from 'vitest'
import { rigSet } from '#support/rigSet'
import { lineProblemWords } from '#wording/refusals/tables'
import { tableTold } from '#wording/refusals/told'
import { PLAIN_FIXTURE } from '../control/patching'
import { changeFixtures } from '../edits/rigEdits'
import type { DimmerCurve, Fixture } from '../model/rigSchema'
import { parsePatchCsv, writePatchCsv } from './patchCsv'

const fixture = (changes: Partial<Fixture> = {}): Fixture => ({ ...PLAIN_FIXTURE, universe: 1, address: 1, ...changes })
const MEASURED: DimmerCurve = { kind: 'measured', shares: [0, 0.05, 0.05, 0.4, 1] }

describe('a patch sheet', () => {
  const full = () =>
    changeFixtures(rigSet(), {
      key: fixture({ address: 7, personality: 'intensity-temperature', temperatureK: [6500, 2700], curve: MEASURED }),
      'backdrop-left': fixture({
        universe: 3,
        address: 512,
        leastLevel: 0.05,
        mostLevel: 0.95,
        curve: { kind: 'square' },
      }),
      'backdrop-right': null,
    })

  it('comes back as it left', () => {
    const outcome = parsePatchCsv(writePatchCsv(full()), changeFixtures(rigSet(), { key: fixture({ address: 99 }) }))
    expect(outcome).toMatchObject({ ok: true, value: { taken: 2, problems: [], set: { rig: full().rig } } })
  })

  it('keeps the personality, curve and levels that a line gives, and takes plain ones where it gives none', () => {
    const text = [
      'light,universe,address,personality,curve,from K,to K,lowest %,highest %',
      'A,2,17,Intensity-16,square,3000,5600,5,80',
      'B,1,1,,,,,,',
    ].join('\n')
    const outcome = parsePatchCsv(text, rigSet())
    const { fixtures } = outcome.ok ? outcome.value.set.rig : { fixtures: {} as never }
    expect(outcome.ok && outcome.value.problems).toEqual([])
    expect(fixtures.key).toEqual({
      universe: 2,
      address: 17,
      personality: 'intensity-16',
      curve: { kind: 'square' },
      temperatureK: [3000, 5600],
      leastLevel: 0.05,
      mostLevel: 0.8,
    })
    expect(Object.values(fixtures)[1]).toMatchObject({ ...PLAIN_FIXTURE, universe: 1, address: 1 })
  })

  it('as offices write it is taken by names, and each wrong line is left out with why', () => {
    const text = 'Light;Universe;Address;Personality\nA;1;11;\nB;1;513;\nZ;1;1;\nC;0;1;\nC;2;1;laser\n'
    const outcome = tableTold(parsePatchCsv(text, rigSet()))
    if (!outcome.ok) throw new Error(outcome.message)
    expect(outcome.value.taken).toBe(1)
    expect(outcome.value.set.rig.fixtures.key).toMatchObject({ universe: 1, address: 11, personality: 'intensity-8' })
    expect(outcome.value.problems.map(problem => lineProblemWords(problem).slice(0, 7))).toEqual([
      'Line 3:',
      'Line 4:',
      'Line 5:',
      'Line 6:',
    ])
    expect(parsePatchCsv('a,b\n1,2\n', rigSet())).toMatchObject({ ok: false })
  })
})
