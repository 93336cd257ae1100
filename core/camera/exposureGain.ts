import { METER_CONSTANT } from '../physics/photometry/meter'
import type { CameraSetting } from '../model/schema'

/**
 * Linear value that light of 1 lx s makes at a camera setting: a flat reading at the setting puts reflectance R at
 * linear value R.
 */
export const exposureGain = ({ iso, fNumber }: Pick<CameraSetting, 'iso' | 'fNumber'>): number =>
  iso / (METER_CONSTANT.flat * fNumber ** 2)
