import { direction } from '../../physics/units/vector'
import { headHeightM } from '../../model/headHeight'
import { constantOf } from '../../physics/photometry/meter'
import type { MeterPoint } from './points'
import { METER_FROM_HEAD_M } from '../thresholds'
import type { StudioSet } from '../../model/schema'

/** The id of the back of the head, for what wraps round it. */
export const BACK_OF_HEAD = 'spill/back-of-head'

/** Where the light that comes round a subject from behind is read, beside the points that every set has. */
export const spillPoints = (set: StudioSet): MeterPoint[] => {
  const subject = set.subjects[0]!
  return [
    {
      id: BACK_OF_HEAD,
      name: 'Back of the head',
      position: [subject.place.xM, subject.place.yM - METER_FROM_HEAD_M, headHeightM(subject)],
      facing: direction([0, -1, 0]),
      pointed: { receptor: 'dome', way: 'backdrop' },
      heldAt: 'back-of-head',
      receptor: 'dome',
      hold: { receptor: 'dome', looks: 'surface' },
      constant: constantOf(set.meter, 'dome'),
      surface: 'subject',
      isEssential: false,
    },
  ]
}
