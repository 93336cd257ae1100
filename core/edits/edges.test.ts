import { describe, expect, it } from 'vitest'
import { checkChange } from '../validation/checkChange'
import { demoSet } from './demo'
import { headHeightM } from '../model/headHeight'
import type { Light, StudioSet } from '../model/schema'
import { BACKDROP, CAMERA } from '../model/fixedIds'
import { aimAtNamed, aimPlace } from './aims'
import { GENERIC_FLASH, freeLetter, removeThings } from './factories'
import { panelOfKind, PANEL_KINDS } from './panels'

const set: StudioSet = {
  ...demoSet(),
  panels: [panelOfKind('flag', 'flag'), panelOfKind('diffusion-frame', 'frame')],
  points: [
    { id: 'own/spot', name: 'Spot', place: { xM: 0.4, yM: 2, zM: 1 }, turnDeg: 0, tiltDeg: 0, receptor: 'flat' },
  ],
  props: [{ id: 'stool', name: 'Stool' } as unknown as StudioSet['props'][number]],
  groups: [
    ['flag', 'key'],
    ['flag', 'frame', 'key'],
  ],
}

describe('taking things away', () => {
  it('takes each kind of thing alone, with what every look says of it, and groups of one', () => {
    const after = removeThings(set, ['flag', 'own/spot', 'key'])
    expect(after.panels.map(({ id }) => id)).toEqual(['frame'])
    expect(after.points).toEqual([])
    expect(after.props).toEqual(set.props)
    expect(removeThings(set, ['stool']).props).toEqual([])
    expect(after.lights.map(({ id }) => id)).toEqual(['backdrop-left', 'backdrop-right'])
    expect(after.groups).toEqual([])
    for (const look of after.looks)
      expect(Object.keys(look.lights).toSorted()).toEqual(['backdrop-left', 'backdrop-right'])
    expect(removeThings({ ...set, groups: [['flag', 'frame', 'key']] }, ['flag']).groups).toEqual([['frame', 'key']])
  })

  it('lets be what is locked, the camera, and the last sitter', () => {
    expect(removeThings({ ...set, locked: ['flag'] }, ['flag', CAMERA]).panels).toHaveLength(2)
    expect(removeThings(set, ['sitter']).subjects).toEqual(set.subjects)
    expect(removeThings(set, [])).toEqual(set)
  })

  it('leaves an aperture where it is that followed a point that is gone, and one that follows another point following', () => {
    const following = (id: string): StudioSet => ({
      ...set,
      looks: set.looks.map(look => ({ ...look, exposure: { ...look.exposure, followsPointId: id } })),
    })
    const after = (id: string) => removeThings(following(id), ['own/spot']).looks[0]!.exposure
    expect(after('own/spot')).toEqual({ ...set.looks[0]!.exposure, followsPointId: null })
    expect(after('subject/key-side').followsPointId).toBe('subject/key-side')
  })
})

describe('letters of lights', () => {
  const named = (...names: string[]) => freeLetter({ ...set, lights: names.map(name => ({ name }) as Light) })
  it('are the first that is free, and numbered once the alphabet is used up', () => {
    expect([named(), named('A', 'B', 'D'), named('B')]).toEqual(['A', 'C', 'A'])
    const all = Array.from({ length: 200 }).reduce<string[]>(taken => [...taken, named(...taken)], [])
    expect(new Set(all).size).toBe(200)
    expect(all.find(name => name.length > 1)).toBe('A2')
  })
})

describe('aims by name', () => {
  it('are a head, or the backdrop at 55 % of its height, at most 1.5 m', () => {
    const at = (goal: string, heightM: number) => {
      const aimed = aimAtNamed({ ...set, backdrop: { ...set.backdrop, heightM, centreXM: 0.3 } }, 'key', goal)
      return aimPlace(
        aimed,
        aimed.lights.find(({ id }) => id === 'key')!,
      )
    }
    expect(at(BACKDROP, 2)).toEqual({ xM: 0.3, yM: 0, zM: 1.1 })
    expect(at(BACKDROP, 3).zM).toBe(1.5)
    const { place } = set.subjects[0]!
    expect(at('sitter', 2.8)).toEqual({ ...place, zM: headHeightM(set.subjects[0]!) })
  })
})

describe('panels and lamps out of nothing', () => {
  it('give back no more than they get, are no wider than named, and are dark on a side where they are to be', () => {
    for (const { kind, name, widthM, heightM, front, back, transmittance } of PANEL_KINDS) {
      const size = /([\d.]+) × ([\d.]+) (cm|m)/.exec(name)
      if (size) {
        const unit = size[3] === 'cm' ? 100 : 1
        expect([widthM, heightM], kind).toEqual([Number(size[1]) / unit, Number(size[2]) / unit])
      }
      for (const side of [front, back])
        for (const channel of [0, 1, 2] as const)
          expect(side.reflectance[channel] + transmittance[channel], kind).toBeLessThanOrEqual(0.9)
    }
    const sides = (kind: string) => {
      const { front, back } = panelOfKind(kind, 'p')
      return [front.reflectance[1] > 0.5, back.reflectance[1] > 0.5]
    }
    // V-flats and boards: the name says which side is turned to the light. Common practice, no source.
    expect([sides('v-flat'), sides('v-flat-white'), sides('flag'), sides('white-board'), sides('black-board')]).toEqual(
      [
        [false, true],
        [true, false],
        [false, false],
        [true, false],
        [false, true],
      ],
    )
    expect(panelOfKind('diffusion-frame', 'p').transmittance[1]).toBeGreaterThan(0.2)
    expect(panelOfKind('blinds', 'p').holes).toEqual({ kind: 'slats', count: 10, openShare: 0.5 })
    expect(panelOfKind('v-flat', 'p').hingeDeg).toBe(90)
    expect(() => panelOfKind('nothing', 'p')).toThrow(/No panel of kind "nothing"/)
  })

  it('are sound in a set', () => {
    const lamp = { ...set.lights[0]!, lamp: GENERIC_FLASH }
    const demo = demoSet()
    expect(checkChange(demo, { ...demo, lights: [lamp, ...set.lights.slice(1)] }).ok).toBe(true)
  })
})
