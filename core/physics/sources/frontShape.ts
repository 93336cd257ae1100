import type { EmitterShape } from './modifier'

/** Half the size of the front across and up: where barn doors hinge. */
export const frontReach = (front: EmitterShape): { across: number; up: number } => {
  switch (front.shape) {
    case 'rectangle':
      return { across: front.widthM / 2, up: front.heightM / 2 }
    case 'ring':
      return { across: front.outerRadiusM, up: front.outerRadiusM }
    default:
      return { across: front.radiusM, up: front.radiusM }
  }
}

/** Half the size of a front that is turned about its axis, level and upright. */
export const rolledReach = (front: EmitterShape, rollDeg: number): { across: number; up: number } => {
  const { across, up } = frontReach(front)
  if (front.shape !== 'rectangle' || rollDeg === 0) return { across, up }
  const [cos, sin] = [Math.abs(Math.cos((rollDeg * Math.PI) / 180)), Math.abs(Math.sin((rollDeg * Math.PI) / 180))]
  return { across: across * cos + up * sin, up: across * sin + up * cos }
}

/** Area of the front as it shines ahead, in square metres. */
export const frontArea = (front: EmitterShape): number => {
  switch (front.shape) {
    case 'rectangle':
      return front.widthM * front.heightM
    case 'ring':
      return Math.PI * (front.outerRadiusM ** 2 - front.innerRadiusM ** 2)
    default:
      return Math.PI * front.radiusM ** 2
  }
}
