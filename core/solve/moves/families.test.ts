import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { demoSet } from '../../edits/demo'
import { faults } from '../../validation/validation'
import { lightTape } from '../../edits/distances'
import { groupThings } from '../../edits/things'
import type { StudioSet } from '../../model/schema'
import { STARTING_POINTS, startFrom } from '../../starting/startFrom'
import { genericKit } from '../../kit/genericKit'
import type { Family } from './family'
import { lightFamilies } from './lightMoves'
import { stageFamilies } from './stageMoves'

const inLength = (metres: number) => `${metres.toFixed(2)} m`
const everything = (set: StudioSet, mayMove: (id: string) => boolean = () => true): Family[] => [
  ...lightFamilies(set, mayMove),
  ...stageFamilies(set, mayMove),
]
const movesOf = (families: readonly Family[]) => families.flatMap(family => family.ways.flat())
const family = (set: StudioSet, id: string) => everything(set).find(found => found.id === id)!
const lightOf = (set: StudioSet, id: string) => set.lights.find(light => light.id === id)!

describe('moves', () => {
  it('leave every ready set-up without a fault, and say in words what they do', () => {
    for (const point of STARTING_POINTS) {
      const { set } = startFrom(demoSet(), point, genericKit())
      for (const move of movesOf(everything(set))) {
        const after = move.apply(set)
        expect(faults(after), `${point.id} ${move.id}`).toEqual([])
        expect(move.words(set, after, inLength)).toMatch(/^[a-z].{5,}[^.]$/)
        expect(move.minutes).toBeGreaterThan(0)
      }
    }
  })

  it('keep the backdrop lights alike, at the distances that they say', () => {
    const set = demoSet()
    for (const move of movesOf([
      family(set, 'backdrop-depth'),
      family(set, 'backdrop-aside'),
      family(set, 'backdrop-aim'),
      family(set, 'backdrop-height'),
    ])) {
      const after = move.apply(set)
      const [left, right] = [lightOf(after, 'backdrop-left'), lightOf(after, 'backdrop-right')]
      expectWithin(left.place.xM, -right.place.xM, 1e-9)
      expectWithin(left.place.yM, right.place.yM, 1e-9)
      if (left.aim.at === 'place' && right.aim.at === 'place')
        expectWithin(left.aim.place.xM, -right.aim.place.xM, 1e-9)
      expect(lightOf(after, 'key')).toEqual(lightOf(set, 'key'))
    }
    const [first] = family(set, 'backdrop-depth').ways[0]!
    expectWithin(
      lightOf(first!.apply(set), 'backdrop-left').place.yM - lightOf(set, 'backdrop-left').place.yM,
      0.4,
      1e-9,
    )
    expect(first!.words(set, first!.apply(set), inLength)).toBe(
      'move both backdrop lights 0.40 m away from the backdrop',
    )
  })

  it('bring the key along its own line, and never nearer than is safe', () => {
    const set = demoSet()
    const before = lightTape(lightOf(set, 'key'), set)
    for (const move of movesOf([family(set, 'key-distance')])) {
      const after = move.apply(set)
      const { from, to, lengthM } = lightTape(lightOf(after, 'key'), after)
      expectWithin(
        Math.atan2(from[0] - to[0], from[1] - to[1]),
        Math.atan2(before.from[0] - before.to[0], before.from[1] - before.to[1]),
        1e-9,
      )
      expect(lengthM).toBeGreaterThanOrEqual(0.55)
      expect(move.words(set, after, inLength)).toContain(inLength(lengthM))
    }
  })

  it('move sitter, key and camera as one or not at all', () => {
    const set = demoSet()
    for (const move of movesOf([family(set, 'party')])) {
      const after = move.apply(set)
      const by = after.subjects[0]!.place.yM - set.subjects[0]!.place.yM
      for (const [now, then] of [
        [after.camera.place, set.camera.place],
        [lightOf(after, 'key').place, lightOf(set, 'key').place],
      ] as const)
        expectWithin(now.yM - then.yM, by, 1e-9)
      if (after !== set)
        expectWithin(
          Math.abs(by),
          Number(move.id.split('/')[1]) < 0 ? -Number(move.id.split('/')[1]) : Number(move.id.split('/')[1]),
          1e-9,
        )
    }
  })

  it('leave alone what may not be touched, and do not part what is grouped', () => {
    const set = demoSet()
    const kept = (id: string) => id !== 'key' && id !== 'backdrop-left'
    for (const move of movesOf(everything(set, kept))) {
      const after = move.apply(set)
      for (const id of ['key', 'backdrop-left']) expect(lightOf(after, id), move.id).toEqual(lightOf(set, id))
    }
    const grouped = groupThings(set, ['key', 'sitter'])
    expect(everything(grouped).some(({ id }) => id.startsWith('key-d') || id === 'key-feather')).toBe(false)
    expect(everything(grouped).some(({ id }) => id === 'party')).toBe(true)
  })

  it('add a twin to a single light on one side, mirrored where it stands by then', () => {
    const demo = demoSet()
    const single = { ...demo, lights: demo.lights.filter(({ id }) => id !== 'backdrop-right') }
    const further = family(single, 'backdrop-depth').ways[0]![1]!.apply(single)
    const twin = movesOf([family(single, 'backdrop-twin')])[0]!.apply(further)
    const [first, second] = [lightOf(further, 'backdrop-left'), twin.lights.at(-1)!]
    expect(second.place).toEqual({ ...first.place, xM: 2 * single.backdrop.centreXM - first.place.xM })
    expect(twin.looks[0]!.lights[second.id]).toEqual(single.looks[0]!.lights['backdrop-left'])
    expect(everything(demo).some(({ id }) => id === 'backdrop-twin')).toBe(false)
  })
})
