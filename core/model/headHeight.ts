import { headShare } from '../physics/figure/builds'
import type { Vector } from '../physics/units/vector'
import type { StudioSet, Subject } from './schema'

/** Height of the eyes and of the middle of the head. */
export const headHeightM = ({ pose, build, heightM }: Subject): number => headShare(pose, build) * heightM

/** The middle of a subject's head, in the room. */
export const headOf = (subject: Subject): Vector => [subject.place.xM, subject.place.yM, headHeightM(subject)]

/** The head of the first subject, which a set is metered and focused by. */
export const firstHeadOf = ({ subjects }: StudioSet): Vector => headOf(subjects[0]!)
