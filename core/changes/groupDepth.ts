import { moveSubjectGroup } from '../edits/subjectGroup'
import type { StudioSet } from '../model/schema'
import { EXACT_M } from './thresholds'

/**
 * Subjects, the lights that are for them, and the camera moved away from the backdrop by so many metres; the set as it
 * was where a wall is in the way of one of them.
 */
export const groupDepth = (set: StudioSet, byM: number): StudioSet => {
  const moved = moveSubjectGroup(set, byM)
  const isMoved = (before: { yM: number }, after: { yM: number }) => Math.abs(after.yM - before.yM - byM) < EXACT_M
  const isWhole =
    isMoved(set.camera.place, moved.camera.place) &&
    set.subjects.every(({ place }, index) => isMoved(place, moved.subjects[index]!.place)) &&
    set.lights.every(({ place }, index) => {
      const after = moved.lights[index]!.place
      return place.yM === after.yM || isMoved(place, after)
    })
  return isWhole ? moved : set
}
