import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { demoSet } from '../../edits/demo'
import { validationErrors } from '../../validation/validation'
import { lightDistance } from '../../edits/distances'
import { groupThings } from '../../edits/things'
import type { StudioSet } from '../../model/schema'
import { STARTING_POINTS, startFrom } from '../../starting/startFrom'
import { genericKit } from '../../kit/genericKit'
import type { Family } from './family'
import { changeWords } from '#wording/changes'
import { applyChange } from '../../changes/apply'
import { minutesOf } from '../../changes/effort'
import { lightFamilies } from './lightFamilies'
import { stageFamilies } from './stageFamilies'

const inLength = (metres: number) => `${metres.toFixed(2)} m`
const everything = (set: StudioSet, fixedIds: readonly string[] = []): Family[] => [
  ...lightFamilies(set, fixedIds),
  ...stageFamilies(set, fixedIds),
]
const changesOf = (families: readonly Family[]) => families.flatMap(family => family.ways.flat())
const family = (set: StudioSet, id: string) => everything(set).find(found => found.id === id)!
const lightOf = (set: StudioSet, id: string) => set.lights.find(light => light.id === id)!

describe('moves', () => {
  it('leave every ready set-up without a fault, and say in words what they do', () => {
    for (const point of STARTING_POINTS) {
      const { set } = startFrom(demoSet(), point, genericKit())
      for (const change of changesOf(everything(set))) {
        const after = applyChange(set, change)
        expect(validationErrors(after), `${point.id} ${change.kind}`).toEqual([])
        expect(changeWords(set, change, inLength)).toMatch(/^[a-z].{5,}[^.]$/)
        expect(minutesOf(set, change)).toBeGreaterThan(0)
      }
    }
  })

  it('keep the backdrop lights alike, at the distances that they say', () => {
    const set = demoSet()
    for (const change of changesOf([
      family(set, 'backdrop-depth'),
      family(set, 'backdrop-aside'),
      family(set, 'backdrop-aim'),
      family(set, 'backdrop-height'),
    ])) {
      const after = applyChange(set, change)
      const [left, right] = [lightOf(after, 'backdrop-left'), lightOf(after, 'backdrop-right')]
      expectWithin(left.place.xM, -right.place.xM, 1e-9)
      expectWithin(left.place.yM, right.place.yM, 1e-9)
      if (left.aim.at === 'place' && right.aim.at === 'place')
        expectWithin(left.aim.place.xM, -right.aim.place.xM, 1e-9)
      expect(lightOf(after, 'key')).toEqual(lightOf(set, 'key'))
    }
    const [first] = family(set, 'backdrop-depth').ways[0]!
    expectWithin(
      lightOf(applyChange(set, first!), 'backdrop-left').place.yM - lightOf(set, 'backdrop-left').place.yM,
      0.4,
      1e-9,
    )
    expect(changeWords(set, first!, inLength)).toBe('move both backdrop lights 0.40 m away from the backdrop')
  })

  it('bring the key along its own line, and never nearer than is safe', () => {
    const set = demoSet()
    const before = lightDistance(lightOf(set, 'key'), set)
    for (const change of changesOf([family(set, 'key-distance')])) {
      const after = applyChange(set, change)
      const { from, to, lengthM } = lightDistance(lightOf(after, 'key'), after)
      expectWithin(
        Math.atan2(from[0] - to[0], from[1] - to[1]),
        Math.atan2(before.from[0] - before.to[0], before.from[1] - before.to[1]),
        1e-9,
      )
      expect(lengthM).toBeGreaterThanOrEqual(0.55)
      expect(changeWords(set, change, inLength)).toContain(inLength(lengthM))
    }
  })

  it('move sitter, key and camera as one or not at all', () => {
    const set = demoSet()
    for (const change of changesOf([family(set, 'group-depth')])) {
      const after = applyChange(set, change)
      const by = after.subjects[0]!.place.yM - set.subjects[0]!.place.yM
      for (const [now, then] of [
        [after.camera.place, set.camera.place],
        [lightOf(after, 'key').place, lightOf(set, 'key').place],
      ] as const)
        expectWithin(now.yM - then.yM, by, 1e-9)
      if (after !== set) expectWithin(by, change.kind === 'group-depth' ? change.byM : Number.NaN, 1e-9)
    }
  })

  it('leave alone what may not be touched, and do not part what is grouped', () => {
    const set = demoSet()
    const kept = ['key', 'backdrop-left']
    for (const change of changesOf(everything(set, kept))) {
      const after = applyChange(set, change)
      for (const id of ['key', 'backdrop-left']) expect(lightOf(after, id), change.kind).toEqual(lightOf(set, id))
    }
    const grouped = groupThings(set, ['key', 'sitter'])
    expect(everything(grouped).some(({ id }) => id.startsWith('key-d') || id === 'key-feather')).toBe(false)
    expect(everything(grouped).some(({ id }) => id === 'group-depth')).toBe(true)
  })

  it('add a twin to a single light on one side, mirrored where it stands by then', () => {
    const demo = demoSet()
    const single = { ...demo, lights: demo.lights.filter(({ id }) => id !== 'backdrop-right') }
    const further = applyChange(single, family(single, 'backdrop-depth').ways[0]![1]!)
    const twin = applyChange(further, changesOf([family(single, 'backdrop-twin')])[0]!)
    const [first, second] = [lightOf(further, 'backdrop-left'), twin.lights.at(-1)!]
    expect(second.place).toEqual({ ...first.place, xM: 2 * single.backdrop.centreXM - first.place.xM })
    expect(twin.looks[0]!.lights[second.id]).toEqual(single.looks[0]!.lights['backdrop-left'])
    expect(everything(demo).some(({ id }) => id === 'backdrop-twin')).toBe(false)
  })
})
