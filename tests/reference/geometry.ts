/**
 * Rays of the reference against the surfaces of a scene: by its own algebra, and for meshes by a grid of boxes that
 * rays step through.
 */
import type { Arc, Body, Bowl, Sheet, Side, Surface } from '#core/physics/geometry/surface'
import { inner, minus, outer, plus, size, times, unit, v, type V } from './vectors'

export type Ray = { from: V; way: V }
type Struck = { far: number; at: V; normal: V; side: Side; transmittance: readonly number[] }
type Meet = (ray: Ray) => Struck | undefined

const CLEAR = 1e-4
const OPAQUE = [0, 0, 0] as const

const meetSheet = (sheet: Sheet): Meet => {
  const [corner, s, t] = [v(sheet.corner), v(sheet.edgeS), v(sheet.edgeT)]
  const face = unit(outer(s, t))
  return ({ from, way }) => {
    // Moeller and Trumbore's triple products, on a parallelogram.
    const p = outer(way, t)
    const determinant = inner(s, p)
    if (Math.abs(determinant) < 1e-12) return undefined
    const offset = minus(from, corner)
    const a = inner(offset, p) / determinant
    if (a < 0 || a > 1) return undefined
    const q = outer(offset, s)
    const b = inner(way, q) / determinant
    if (b < 0 || b > 1) return undefined
    if (sheet.isRound && Math.hypot(2 * a - 1, 2 * b - 1) > 1) return undefined
    const far = inner(t, q) / determinant
    if (far < CLEAR) return undefined
    const isFront = inner(face, way) < 0
    return {
      far,
      at: plus(from, way, far),
      normal: isFront ? face : times(face, -1),
      side: isFront ? sheet.front : sheet.back,
      transmittance: sheet.transmittance,
    }
  }
}

/** Roots of A t^2 + B t + C, least first. */
const roots = (A: number, B: number, C: number): number[] => {
  const under = B * B - 4 * A * C
  if (under <= 0 || A < 1e-14) return []
  return [(-B - Math.sqrt(under)) / (2 * A), (-B + Math.sqrt(under)) / (2 * A)]
}

const meetArc = (arc: Arc): Meet => {
  const [centre, axis, start] = [v(arc.centre), v(arc.axis), unit(v(arc.from))]
  const [long, along] = [size(axis), unit(axis)]
  const across = outer(along, start)
  return ({ from, way }) => {
    const offset = minus(from, centre)
    const [o, d] = [plus(offset, along, -inner(offset, along)), plus(way, along, -inner(way, along))]
    for (const far of roots(inner(d, d), 2 * inner(o, d), inner(o, o) - arc.radiusM ** 2)) {
      const at = plus(from, way, far)
      const place = minus(at, centre)
      const height = inner(place, along)
      const turn = (Math.atan2(inner(place, across), inner(place, start)) + 2 * Math.PI) % (2 * Math.PI)
      if (far < CLEAR || height < 0 || height > long || turn > arc.sweepRad) continue
      const outward = unit(plus(place, along, -height))
      const isInside = inner(outward, way) > 0
      return {
        far,
        at,
        normal: isInside ? times(outward, -1) : outward,
        side: isInside === arc.isHollow ? arc.front : arc.back,
        transmittance: OPAQUE,
      }
    }
    return undefined
  }
}

const meetBowl = (bowl: Bowl): Meet => {
  const centre = v(bowl.centre)
  const axes = bowl.axes.map(v)
  return ({ from, way }) => {
    const offset = minus(from, centre)
    for (const far of roots(inner(way, way), 2 * inner(offset, way), inner(offset, offset) - bowl.radiusM ** 2)) {
      const at = plus(from, way, far)
      const outward = unit(minus(at, centre))
      if (far < CLEAR || axes.some(axis => inner(outward, axis) < 0)) continue
      const isInside = inner(outward, way) > 0
      return {
        far,
        at,
        normal: isInside ? times(outward, -1) : outward,
        side: isInside ? bowl.front : bowl.back,
        transmittance: OPAQUE,
      }
    }
    return undefined
  }
}

const CELLS = [24, 24, 60] as const

/** Meets a mesh by stepping through a grid of boxes that know their triangles (J. Amanatides and A. Woo, 1987). */
const meetBody = (body: Body): Meet => {
  const angle = (body.turnDeg * Math.PI) / 180
  const inRoom = (index: number): V => {
    const [x, y, z] = [
      body.mesh.vertices[index * 3]!,
      body.mesh.vertices[index * 3 + 1]!,
      body.mesh.vertices[index * 3 + 2]!,
    ]
    return plus(
      v(body.place),
      { x: Math.cos(angle) * x - Math.sin(angle) * y, y: Math.sin(angle) * x + Math.cos(angle) * y, z },
      body.scaleM,
    )
  }
  const triangles = Array.from({ length: body.mesh.count }, (_, triangle) => {
    const [a, b, c] = [0, 1, 2].map(corner => inRoom(body.mesh.corners[triangle * 3 + corner]!)) as [V, V, V]
    return {
      a,
      s: minus(b, a),
      t: minus(c, a),
      corners: [a, b, c],
      normal: unit(outer(minus(b, a), minus(c, a))),
      side: body.materials[body.mesh.material[triangle]!]!,
    }
  })
  const all = triangles.flatMap(({ corners }) => corners.map(({ x, y, z }) => [x, y, z] as const))
  const low = [0, 1, 2].map(axis => all.reduce((least, corner) => Math.min(least, corner[axis]!), Infinity) - 1e-3)
  const high = [0, 1, 2].map(axis => all.reduce((most, corner) => Math.max(most, corner[axis]!), -Infinity) + 1e-3)
  const step = [0, 1, 2].map(axis => (high[axis]! - low[axis]!) / CELLS[axis]!)
  const cellOf = (at: number, axis: number) =>
    Math.max(0, Math.min(CELLS[axis]! - 1, Math.floor((at - low[axis]!) / step[axis]!)))
  const cells = new Map<number, typeof triangles>()
  for (const triangle of triangles) {
    const range = [0, 1, 2].map(axis => {
      const along = triangle.corners.map(({ x, y, z }) => [x, y, z][axis]!)
      return [cellOf(Math.min(...along), axis), cellOf(Math.max(...along), axis)] as const
    })
    for (let i = range[0]![0]; i <= range[0]![1]; i++)
      for (let j = range[1]![0]; j <= range[1]![1]; j++)
        for (let k = range[2]![0]; k <= range[2]![1]; k++) {
          const key = (i * CELLS[1] + j) * CELLS[2] + k
          cells.set(key, [...(cells.get(key) ?? []), triangle])
        }
  }
  const inCell = (key: number, { from, way }: Ray): Struck | undefined => {
    let best: Struck | undefined
    for (const { a, s, t, normal, side } of cells.get(key) ?? []) {
      const p = outer(way, t)
      const determinant = inner(s, p)
      if (Math.abs(determinant) < 1e-16) continue
      const offset = minus(from, a)
      const u = inner(offset, p) / determinant
      const q = outer(offset, s)
      const w = inner(way, q) / determinant
      const far = inner(t, q) / determinant
      if (u < 0 || w < 0 || u + w > 1 || far < CLEAR || (best && far >= best.far)) continue
      best = {
        far,
        at: plus(from, way, far),
        normal: inner(normal, way) < 0 ? normal : times(normal, -1),
        side,
        transmittance: OPAQUE,
      }
    }
    return best
  }
  return ray => {
    const [from, way] = [
      [ray.from.x, ray.from.y, ray.from.z],
      [ray.way.x, ray.way.y, ray.way.z],
    ]
    let [enter, leave] = [0, Infinity]
    for (const axis of [0, 1, 2]) {
      const [one, other] = [(low[axis]! - from[axis]!) / way[axis]!, (high[axis]! - from[axis]!) / way[axis]!]
      if (way[axis] === 0) {
        if (from[axis]! < low[axis]! || from[axis]! > high[axis]!) return undefined
        continue
      }
      enter = Math.max(enter, Math.min(one, other))
      leave = Math.min(leave, Math.max(one, other))
    }
    if (enter > leave) return undefined
    const cell = [0, 1, 2].map(axis => cellOf(from[axis]! + enter * way[axis]!, axis))
    const next = [0, 1, 2].map(axis =>
      way[axis] === 0
        ? Infinity
        : (low[axis]! + (cell[axis]! + (way[axis]! > 0 ? 1 : 0)) * step[axis]! - from[axis]!) / way[axis]!,
    )
    for (;;) {
      const axis = next.indexOf(Math.min(...next)) as 0 | 1 | 2
      const struck = inCell((cell[0]! * CELLS[1] + cell[1]!) * CELLS[2] + cell[2]!, ray)
      if (struck && struck.far <= next[axis]! + 1e-9) return struck
      cell[axis]! += way[axis]! > 0 ? 1 : -1
      if (cell[axis]! < 0 || cell[axis]! >= CELLS[axis]!) return undefined
      next[axis]! += Math.abs(step[axis]! / way[axis]!)
    }
  }
}

const meet = (surface: Surface): Meet => {
  switch (surface.shape) {
    case 'sheet':
      return meetSheet(surface)
    case 'arc':
      return meetArc(surface)
    case 'bowl':
      return meetBowl(surface)
    case 'body':
      return meetBody(surface)
  }
}

export type World = { nearest: Meet; isBlocked: (from: V, to: V) => boolean; sheets: Sheet[] }

/** The scene as the reference sees it. */
export const worldOf = (surfaces: readonly Surface[]): World => {
  const meets = surfaces.map(meet)
  const nearest = (ray: Ray) => {
    let best: Struck | undefined
    for (const one of meets) {
      const struck = one(ray)
      if (struck && (!best || struck.far < best.far)) best = struck
    }
    return best
  }
  return {
    nearest,
    isBlocked: (from, to) => {
      const way = minus(to, from)
      const struck = nearest({ from, way: unit(way) })
      return struck !== undefined && struck.far < size(way) - 2 * CLEAR
    },
    sheets: surfaces.filter((surface): surface is Sheet => surface.shape === 'sheet'),
  }
}
