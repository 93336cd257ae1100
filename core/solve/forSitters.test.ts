import { describe, expect, it } from 'vitest'
import { NOTHING_LEARNED } from '../calibration/calibration'
import { demoSet } from '../edits/demo'
import { calibratedLighting } from '../evaluation/calibratedLighting'
import { evaluate } from '../evaluation/evaluation'
import { lightingSolver } from '../evaluation/lightingSolver'
import { CLOTHES } from '../kit/materials'
import { addSitter } from '../looks/dayEdits'
import type { Sitter } from '../model/daySchema'
import type { StudioSet } from '../model/schema'
import { alikeSitters, lookForSitters, withSitter } from './forSitters'

const clothes = (name: string) => CLOTHES.find(one => one.name === name)!.reflectance
const dayOf = (...sitters: Partial<Sitter>[]): StudioSet =>
  sitters.reduce<StudioSet>((set, sitter) => addSitter(set, { lookIds: ['white'], ...sitter }), demoSet())
const learned = { white: NOTHING_LEARNED }

/** A look worked out for a sitter by itself, under some powers. */
const alone = async (set: StudioSet, sitter: Sitter, lights: StudioSet['looks'][number]['lights'], fNumber: number) => {
  const of = withSitter(set, sitter)
  const { layers } = (await lightingSolver()(of))!
  const look = { ...of.looks[0]!, lights }
  const camera = { ...look.exposure, fNumber }
  return evaluate(of, look, calibratedLighting(of, layers, NOTHING_LEARNED), camera)
}

describe('a look for sitters who differ', () => {
  it('takes those together who are alike before the light', () => {
    const { sitters } = dayOf(
      { name: 'One' },
      { name: 'Two', heightM: 1.5 },
      { name: 'Three', notes: 'late', minutesPerLook: 9 },
      { name: 'Four', heightM: 1.5, clothing: clothes('black') },
      { name: 'Five', heightM: 1.5 },
    ).day
    expect(alikeSitters(sitters).map(group => group.map(({ name }) => name))).toEqual([
      ['One', 'Three'],
      ['Two', 'Five'],
      ['Four'],
    ])
    expect(withSitter(demoSet(), sitters[0]!)).toEqual(demoSet())
    expect(withSitter(demoSet(), sitters[3]!).subjects[0]).toMatchObject({ heightM: 1.5, clothing: clothes('black') })
  })

  it('says what it says: one setting that holds holds for each, and who has something turned is met by it', async () => {
    // The key stands where it stands: a child's face is much further from it than a tall one's.
    const plain = dayOf({ name: 'Usual' }, { name: 'Small', heightM: 1.35 }, { name: 'Tall', heightM: 1.95 })
    const apart = dayOf({ heightM: 0.9 }, { heightM: 2.2 })
    for (const set of [plain, apart]) {
      const [look, ...others] = (await lookForSitters(set, learned))!
      expect(others).toEqual([])
      expect(look!.groups.flatMap(({ sitterIds }) => sitterIds).toSorted()).toEqual(
        set.day.sitters.map(({ id }) => id).toSorted(),
      )
      for (const { sitterIds, changes, settings, isReached } of look!.groups) {
        const sitter = set.day.sitters.find(({ id }) => id === sitterIds[0])!
        const [shared, own] = [
          await alone(set, sitter, look!.settings, look!.camera.fNumber),
          await alone(set, sitter, settings, look!.camera.fNumber),
        ]
        expect(own.isReached).toBe(isReached)
        if (changes.length === 0) expect(settings).toEqual(look!.settings)
        else expect(shared.isReached).toBe(false)
        if (look!.holdsForAll) expect(shared.isReached).toBe(true)
      }
    }
    expect((await lookForSitters(apart, learned))![0]!.holdsForAll).toBe(false)
  })

  it('leaves out looks that nobody wants, and stops when it is called off', async () => {
    expect(await lookForSitters(dayOf({ lookIds: [] }), learned)).toEqual([])
    expect(await lookForSitters(dayOf({}), learned, { pause: () => Promise.resolve(true) })).toBeUndefined()
  })
})
