import { drawnParts } from '../physics/figure/builds'
import type { Vector } from '../physics/units/vector'
import type { Subject } from '../model/schema'

/**
 * A part of the figure as seen from above, in metres of the room: a line as wide as the part, of no length for a
 * rounded one.
 */
export type PlanPart = {
  id: number
  fromX: number
  fromY: number
  toX: number
  toY: number
  radiusM: number
  isHead: boolean
  heightM: number
}

/** The figure from above, what lies lowest first. */
export const figurePlan = (subject: Subject): PlanPart[] => {
  const angle = (subject.turnDeg * Math.PI) / 180
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
  const onFloor = ([x, y]: Vector): [number, number] => [
    subject.place.xM + subject.heightM * (cos * x - sin * y),
    subject.place.yM + subject.heightM * (sin * x + cos * y),
  ]
  return drawnParts(subject.pose, subject.build)
    .filter(part => !part.isCut)
    .map((part, id): PlanPart => {
      const [from, to] = part.shape === 'ball' ? [part.centre, part.centre] : [part.from, part.to]
      const radius =
        part.shape === 'ball' ? Math.min(part.radii[0], part.radii[1]) : Math.max(part.fromRadius, part.toRadius)
      // A ball wider than deep is drawn as a short line across.
      const spare = part.shape === 'ball' ? part.radii[0] - radius : 0
      const [fromX, fromY] = onFloor([from[0] - spare, from[1], 0])
      const [toX, toY] = onFloor([to[0] + spare, to[1], 0])
      return {
        id,
        fromX,
        fromY,
        toX,
        toY,
        radiusM: radius * subject.heightM,
        isHead: part.material === 'hair',
        heightM: Math.max(from[2], to[2]) * subject.heightM,
      }
    })
    .sort((a, b) => a.heightM - b.heightM)
}
