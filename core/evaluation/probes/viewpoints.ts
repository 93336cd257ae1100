import { add, type Vector } from '../../physics/units/vector'
import { headOf } from '../../model/headHeight'
import { SHADOW_SIDE } from '../../model/placeIds'
import { meterPoints } from './points'
import type { StudioSet } from '../../model/schema'
import { CLEAR_OF_HEAD_M, BEFORE_SURFACE_M, BEFORE_DROP_M } from '../thresholds'

/**
 * A place from which to look around, the way that is straight ahead there (0 is toward the camera's side), and how far
 * off it sight begins: beyond one's own head.
 */
export type Viewpoint = { id: string; name: string; eye: Vector; turnDeg: number; clearM: number }

/** A place of the drop, shares of its width and height from the lower left, to look from. */
export const backdropViewpoint = ({ backdrop }: StudioSet, across: number, up: number): Viewpoint => ({
  id: 'backdrop/here',
  name: 'Backdrop, where you pressed',
  eye: [
    backdrop.centreXM + (across - 0.5) * backdrop.widthM,
    BEFORE_DROP_M,
    Math.max(BEFORE_DROP_M, up * backdrop.heightM),
  ],
  turnDeg: 0,
  clearM: 0,
})

/** Places worth looking from: every subject's face, the backdrop, and the user's own points. */
export const viewpoints = (set: StudioSet): Viewpoint[] => [
  ...set.subjects.map((subject): Viewpoint => ({
    id: `face/${subject.id}`,
    name: `${subject.name}\u2019s face`,
    eye: headOf(subject),
    turnDeg: subject.turnDeg,
    clearM: CLEAR_OF_HEAD_M,
  })),
  ...meterPoints(set)
    .filter(point => point.surface !== 'subject' || point.id === SHADOW_SIDE)
    .map((point): Viewpoint => ({
      id: point.id,
      name: point.name,
      eye: add(point.position, point.facing.map(part => part * BEFORE_SURFACE_M) as unknown as Vector),
      turnDeg: (Math.atan2(-point.facing[0], point.facing[1]) * 180) / Math.PI,
      clearM: 0,
    })),
]
