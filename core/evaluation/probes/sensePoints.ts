import { coveRadius } from '../../scene/surfaces/backdropSurfaces'
import { add, direction, type Vector } from '../../physics/units/vector'
import { METER_CONSTANT } from '../../physics/photometry/meter'
import { cardAtKey, onBackdrop, readHeightM, type MeterPoint } from './points'
import { headOf } from '../../model/headHeight'
import type { StudioSet, Subject } from '../../model/schema'
import { NOSE_AHEAD } from '../thresholds'

/** The sides of a subject as the camera sees them. */
export const SIDES = [
  { side: 'left', sign: -1 },
  { side: 'right', sign: 1 },
] as const
/** Sides of a subject, as the camera sees them. */
export type SideName = (typeof SIDES)[number]['side']

/** The id of a shoulder's edge. */
export const edgeId = (side: SideName): string => `sense/edge-${side}`
/** The id of the back of the head on one side. */
export const rearId = (side: SideName): string => `sense/rear-${side}`
/** The id of one side of the nose. */
export const noseId = (side: SideName): string => `sense/nose-${side}`
/** The id of the backdrop's foot. */
export const FOOT_OF_DROP = 'sense/foot-of-drop'

const sense = (id: string, name: string, position: Vector, facing: Vector): MeterPoint => ({
  id,
  name,
  position,
  facing,
  pointed: null,
  heldAt: null,
  receptor: 'flat',
  hold: { receptor: 'flat', looks: 'surface' },
  constant: METER_CONSTANT.flat,
  surface: 'subject',
  isEssential: false,
})

/** Shares of the subject's height: where the shoulders end, and how far the receptor keeps from cloth and skin. */
const SHOULDER = { across: 0.18, up: -0.16 }
const REAR = { across: 0.055, back: 0.075 }

/** Turned by the camera's left as the subject is. */
const turned = (subject: Subject, [x, y, z]: Vector): Vector => {
  const angle = (subject.turnDeg * Math.PI) / 180
  return [x * Math.cos(angle) - y * Math.sin(angle), x * Math.sin(angle) + y * Math.cos(angle), z]
}

/**
 * Flat places about the first subject and on the drop that checks look at: its outline (there a surface is seen edge
 * on, so it looks sideways), the back of its head, its nose, a card at the face, and the foot of the drop.
 */
export const sensePoints = (set: StudioSet): MeterPoint[] => {
  const subject = set.subjects[0]!
  const head: Vector = headOf(subject)
  const at = (offset: Vector): Vector =>
    add(head, turned(subject, [offset[0] * subject.heightM, offset[1] * subject.heightM, offset[2] * subject.heightM]))
  const footM = Math.min(readHeightM(set), (set.backdrop.sweepM > 0 ? coveRadius(set.backdrop) : 0) + 0.15)
  return [
    ...SIDES.flatMap(({ side, sign }) => [
      sense(
        edgeId(side),
        `Shoulder ${side}`,
        at([sign * SHOULDER.across, 0, SHOULDER.up]),
        turned(subject, [sign, 0, 0]),
      ),
      sense(
        rearId(side),
        `Back of the head ${side}`,
        at([sign * REAR.across, -REAR.back, 0]),
        direction(turned(subject, [sign * 0.6, -0.8, 0])),
      ),
      sense(noseId(side), `Nose ${side}`, at([sign * 0.012, NOSE_AHEAD, -0.02]), turned(subject, [sign, 0, 0])),
    ]),
    cardAtKey(set),
    {
      ...onBackdrop(
        set,
        { id: FOOT_OF_DROP, name: 'Foot of the backdrop' },
        { xM: set.backdrop.centreXM, heightM: footM },
      ),
      isEssential: false,
    },
  ]
}
