import type { Vector } from '../units/vector'

/**
 * Output of a lamp by how its luminaire is tilted, as a photometric file gives it (LM-63, TILT=INCLUDE): factors at
 * rising angles.
 */
export type Tilt = { anglesDeg: readonly number[]; factors: readonly number[] }

/**
 * The factor at which a lamp burns when its luminaire looks along an axis: tilt is counted from straight down.
 * Between angles it is interpolated.
 */
export const tiltFactor = (tilt: Tilt | null, axis: Vector): number => {
  if (!tilt) return 1
  const { anglesDeg, factors } = tilt
  const angle = (Math.acos(Math.max(-1, Math.min(1, -axis[2]))) * 180) / Math.PI
  const above = anglesDeg.findIndex(known => known >= angle)
  if (above <= 0) return above === 0 ? factors[0]! : factors.at(-1)!
  const share = (angle - anglesDeg[above - 1]!) / (anglesDeg[above]! - anglesDeg[above - 1]!)
  return factors[above - 1]! + share * (factors[above]! - factors[above - 1]!)
}
