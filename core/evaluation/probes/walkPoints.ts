import type { StudioSet } from '../../model/schema'
import { constantOf } from '../../physics/photometry/meter'
import { direction, subtract, type Vector } from '../../physics/units/vector'
import { walkReceivers } from './lineOfPoints'
import type { MeterPoint } from './points'
import { WALK_POINTS_STEPS } from '../thresholds'

/** A place on a walk, so many metres from its start. */
export type WalkProbe = MeterPoint & { alongM: number }

/** Places along a walk at even steps, dome toward the camera. */
export const walkPoints = (set: StudioSet, from: Vector, to: Vector): WalkProbe[] => {
  const lens: Vector = [set.camera.place.xM, set.camera.place.yM, from[2]]
  return walkReceivers(from, to, WALK_POINTS_STEPS, direction(subtract(lens, from), [0, 1, 0])).map(receiver => ({
    ...receiver,
    name: 'Walk',
    pointed: null,
    heldAt: null,
    surface: 'own',
    isEssential: false,
    hold: { receptor: 'dome' as const, looks: 'surface' as const },
    constant: constantOf(set.meter, 'dome'),
  }))
}
