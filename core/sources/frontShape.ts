import type { EmitterShape } from './modifiers'

/** Half the size of the front across and up: where barn doors hinge. */
export const frontReach = (front: EmitterShape): { across: number, up: number } => {
  switch (front.shape) {
    case 'rectangle': return { across: front.widthM / 2, up: front.heightM / 2 }
    case 'ring': return { across: front.outerRadiusM, up: front.outerRadiusM }
    default: return { across: front.radiusM, up: front.radiusM }
  }
}

/** Area of the front as it shines ahead, in square metres. */
export const frontArea = (front: EmitterShape): number => {
  switch (front.shape) {
    case 'rectangle': return front.widthM * front.heightM
    case 'ring': return Math.PI * (front.outerRadiusM ** 2 - front.innerRadiusM ** 2)
    default: return Math.PI * front.radiusM ** 2
  }
}
