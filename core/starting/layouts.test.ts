import { describe, expect, it } from 'vitest'
import { demoSet } from '../edits/demo'
import { genericKit } from '../kit/genericKit'
import { axisOf } from '../model/aim'
import { roomBounds } from '../model/bounds'
import type { StudioSet } from '../model/schema'
import { STARTING_POINTS, startFrom } from './startFrom'

const started = (id: string): StudioSet =>
  startFrom(
    demoSet(),
    STARTING_POINTS.find(point => point.id === id)!,
    genericKit(),
  ).set
const dropLights = ({ lights }: StudioSet) => lights.filter(({ job }) => job === 'backdrop')

/** Where the axis of a light meets the plane of the drop: across from its middle, and its height. */
const metAt = (set: StudioSet, light: StudioSet['lights'][number]) => {
  const way = axisOf(light, set)
  const share = -light.place.yM / way[1]
  return { share, xM: light.place.xM + share * way[0] - set.backdrop.centreXM, zM: light.place.zM + share * way[2] }
}

describe.each(STARTING_POINTS.map(({ id }) => [id] as const))('%s', id => {
  it('has its backdrop lights look at the drop, where there is drop', () => {
    const set = started(id)
    for (const light of dropLights(set)) {
      const { share, xM, zM } = metAt(set, light)
      expect(share, light.name).toBeGreaterThan(0)
      expect(Math.abs(xM), light.name).toBeLessThanOrEqual(set.backdrop.widthM / 2)
      expect(zM, light.name).toBeLessThanOrEqual(set.backdrop.heightM)
    }
  })
})

describe('a lit panel', () => {
  it('has its lights behind it, at 0.55 of its height, one from each side', () => {
    const set = started('lit-panel')
    const lights = dropLights(set)
    expect(lights.map(({ place }) => Math.sign(place.xM - set.backdrop.centreXM)).sort()).toEqual([-1, 1])
    for (const { place } of lights) {
      expect(place.yM).toBeLessThan(0)
      expect(place.yM).toBeGreaterThan(roomBounds(set.room).back)
      expect(place.zM / set.backdrop.heightM).toBeCloseTo(0.55, 2)
    }
  })
})
