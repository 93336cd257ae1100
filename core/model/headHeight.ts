import { headShare } from '../physics/figure/poses'
import type { Subject } from './schema'

/** Height of the eyes and of the middle of the head. */
export const headHeightM = ({ pose, heightM }: Subject): number => headShare(pose) * heightM
