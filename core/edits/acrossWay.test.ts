import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { demoSet } from './demo'
import { panelOfKind } from './panels'
import { acrossWay, shadedPlace } from './acrossWay'
import { placeRange } from './things'

const set = demoSet()
const panel = panelOfKind('flag', 'flag')

describe('a panel across a way', () => {
  it('has its middle at the place, and its face to where the way comes from', () => {
    const put = acrossWay(set, { ...panel, heightM: 1 }, [0.4, 2, 1.5], [0, 1, 0])
    expect([put.place, put.turnDeg]).toEqual([{ xM: 0.4, yM: 2, zM: 1 }, 0])
    expect(acrossWay(set, panel, [0, 2, 1.5], [-1, 0, 0]).turnDeg).toBe(90)
    expect(acrossWay(set, panel, [0, 2, 1.5], [1, 1, 0]).turnDeg).toBe(-45)
    expect(put.heightM).toBe(1)
  })

  it('stands on the floor, and five centimetres under the ceiling at the most', () => {
    expect(acrossWay(set, { ...panel, heightM: 2 }, [0, 2, 0.4], [0, 1, 0]).place.zM).toBe(0)
    expectWithin(
      acrossWay(set, { ...panel, heightM: 1.2 }, [0, 2, 3.3], [0, 1, 0]).place.zM,
      set.room.heightM - 1.25,
      1e-9,
    )
  })

  it('is for the lens, for chest and face, or for the backdrop’s middle at the height of the eyes', () => {
    const { place, heightM } = set.subjects[0]!
    const { camera, backdrop } = set
    expect(shadedPlace(set, 'lens')).toEqual([camera.place.xM, camera.place.yM, camera.place.zM])
    const [x, y, chestM] = shadedPlace(set, 'subject')
    expect([x, y]).toEqual([place.xM, place.yM])
    expect(chestM).toBeGreaterThan(0.8 * heightM)
    expect(chestM).toBeLessThan(0.9 * heightM)
    const [backX, backY, backM] = shadedPlace(set, 'backdrop')
    expect([backX, backY]).toEqual([backdrop.centreXM, 0])
    expectWithin(backM - chestM, 0.15, 1e-9)
    expectWithin(shadedPlace({ ...set, backdrop: { ...backdrop, heightM: 2 } }, 'backdrop')[2], 1.2, 1e-9)
  })
})

describe('where a thing may stand', () => {
  const { widthM, heightM } = set.room
  it('is inside the walls by what it stands on; a board and a box may stand against them and on the floor', () => {
    const range = (kind: Parameters<typeof placeRange>[1]) => placeRange(set, kind)
    for (const kind of ['panel', 'prop'] as const) {
      expect(range(kind).xM).toEqual([-widthM / 2, widthM / 2])
      expect(range(kind).zM).toEqual([0, heightM])
    }
    for (const kind of ['light', 'subject', 'camera', 'point'] as const) {
      const { xM, zM, yM } = range(kind)
      expect(xM[0]).toBeGreaterThan(-widthM / 2)
      expectWithin(xM[0], -xM[1], 1e-12)
      expectWithin(xM[0] + widthM / 2, zM[0], 1e-12)
      expectWithin(heightM - zM[1], zM[0], 1e-12)
      expect(yM[1]).toBeLessThan(range('panel').yM[1])
    }
    // Before the backdrop, and not behind it where lights may be.
    expect(range('subject').yM[0]).toBeGreaterThan(0)
    expect(range('light').yM[0]).toBeLessThan(0)
  })
})
