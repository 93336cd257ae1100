import { moveThings, CAMERA } from './things'
import type { StudioSet } from '../model/schema'

/**
 * The subjects with the lights that are for them, and the camera: what moves together when the backdrop shall be
 * nearer or further.
 */
export const subjectGroupIds = (set: StudioSet): string[] => [
  ...set.subjects.map(subject => subject.id),
  ...set.lights.filter(light => light.job !== 'backdrop' && light.aim.at === 'subject').map(light => light.id),
  CAMERA,
]

/**
 * Moves subjects, their lights and the camera by so much away from the backdrop (below 0: toward it), as far as walls
 * let each.
 */
export const moveSubjectGroup = (set: StudioSet, byM: number): StudioSet =>
  moveThings(set, subjectGroupIds(set), { yM: byM })
