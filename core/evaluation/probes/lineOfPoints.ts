import { add, distance, scale, subtract, type Vector } from '../../physics/units/vector'
import type { Receiver } from '../../physics/transport/lightLayer'

/** Receivers at even steps along a walk from one place to another, each with its distance from the start. */
export const walkReceivers = (
  from: Vector,
  to: Vector,
  count: number,
  facing: Vector,
): (Receiver & { alongM: number })[] =>
  Array.from({ length: count }, (_, index) => {
    const share = count > 1 ? index / (count - 1) : 0
    return {
      id: `walk/${index}`,
      position: add(from, scale(subtract(to, from), share)),
      facing,
      receptor: 'dome' as const,
      alongM: share * distance(from, to),
    }
  })
