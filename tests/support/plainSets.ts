import { placeAtDistance } from '#core/edits/distances'
import { moveLight } from '#core/edits/edits'
import type { Light, StudioSet } from '#core/model/schema'
import { grey } from '#core/physics/units/rgb'

/** A set whose room is of one grey all round. */
export const painted = (set: StudioSet, level: number): StudioSet => {
  const same = grey(level)
  return {
    ...set,
    room: {
      ...set.room,
      reflectances: { back: same, front: same, left: same, right: same, floor: same, ceiling: same },
    },
  }
}

/** A set with one light otherwise. */
export const withLight = (set: StudioSet, id: string, change: Partial<Light>): StudioSet => ({
  ...set,
  lights: set.lights.map(light => (light.id === id ? { ...light, ...change } : light)),
})

/** A set whose key stands so far from what it lights, metres. */
export const keyAt = (set: StudioSet, distanceM: number): StudioSet =>
  moveLight(set, 'key', placeAtDistance(set.lights[0]!, set, distanceM)!)
