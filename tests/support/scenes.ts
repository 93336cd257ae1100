import type { Emitter } from '#core/sources/emitter'
import type { EmitterShape } from '#core/sources/modifiers'
import type { Scene, Sheet } from '#core/transport/surface'
import { direction, frameAround, type Vector } from '#core/units/vector'
import { grey } from '#core/units/rgb'

/** A light of intensity 1 on the axis with the Lambertian pattern, unless told otherwise. */
export const testEmitter = (front: EmitterShape, centre: Vector, axis: Vector, exponent = 1): Emitter => {
  const unit = direction(axis)
  return { id: 'test', centre, axis: unit, ...frameAround(unit), front, exponent, intensity: grey(1) }
}

export const EMPTY: Scene = { surfaces: [] }

/** A closed room with the corner at the origin, all walls alike. */
export const closedBox = (wide: number, deep: number, high: number, reflectance: number): Scene => {
  const wall = (id: string, corner: Vector, edgeS: Vector, edgeT: Vector): Sheet =>
    ({ shape: 'sheet', id, corner, edgeS, edgeT, front: grey(reflectance), back: grey(reflectance), encloses: true })
  const [x, y, z]: Vector[] = [[wide, 0, 0], [0, deep, 0], [0, 0, high]] as [Vector, Vector, Vector]
  return {
    surfaces: [
      wall('floor', [0, 0, 0], x!, y!), wall('ceiling', [0, 0, high], y!, x!),
      wall('back', [0, 0, 0], z!, x!), wall('front', [0, deep, 0], x!, z!),
      wall('left', [0, 0, 0], y!, z!), wall('right', [wide, 0, 0], z!, y!),
    ],
  }
}
