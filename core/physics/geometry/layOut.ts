import { add, cross, direction, dot, length, scale, type Vector } from '../units/vector'
import { boxTree, type BoxTree } from './bvh'
import type { Arc, Body, Bowl, Scene, Sheet, Surface } from './surface'
import { walker, type Walker } from './walk'

/** Numbers that a primitive takes in {@link LaidOut}'s data. */
export const STRIDE = 16

/** Kinds of surfaces by number, as the kernel holds them. */
export const KIND = { sheet: 0, disc: 1, arc: 2, bowl: 3, body: 4 } as const

/** The closed room around everything, as a box along the axes. */
type Walls = {
  /** Least x, y, z, then greatest. */
  bounds: Float64Array
  /**
   * Index into the scene's surfaces of the wall at each of these, and its linear forms of s and t (eight numbers
   * each).
   */
  surface: Int32Array
  forms: Float64Array
}

/** A scene laid out for ray casting, with the scratch memory that one caster at a time uses. */
export type LaidOut = {
  tree: BoxTree
  kinds: Uint8Array
  data: Float64Array
  /** Box of each primitive: least x, y, z, then greatest. */
  boxes: Float64Array
  /** Index of each primitive into `scene.surfaces`. */
  surface: Int32Array
  /** The meshes of bodies, by primitive. */
  bodies: (Body | undefined)[]
  walls: Walls | undefined
  outer: Walker
  inner: Walker
  /** What is found: limit or distance, u, v, primitive, triangle. */
  found: Float64Array
}

const LEAF_PRIMITIVES = 2
/** Boxes are a hair wider than what they hold, so that flat things are never missed. */
const BOX_SLACK_M = 1e-5

/** The linear forms of s and t of a sheet, each with its offset: s = a x + b y + c z - d. */
export const formsOf = ({ corner, edgeS, edgeT }: Sheet): number[] => {
  const unit = direction(cross(edgeS, edgeT))
  const across = cross(edgeT, unit)
  const along = cross(unit, edgeS)
  const alongS = scale(across, 1 / dot(edgeS, across))
  const alongT = scale(along, 1 / dot(edgeT, along))
  return [...alongS, dot(alongS, corner), ...alongT, dot(alongT, corner)]
}

const layOutSheet = (sheet: Sheet): number[] => {
  const unit = direction(cross(sheet.edgeS, sheet.edgeT))
  return [...unit, dot(unit, sheet.corner), ...formsOf(sheet)]
}

const layOutArc = ({ centre, axis, from, radiusM, sweepRad, isHollow }: Arc): number[] => {
  const along = direction(axis)
  return [...centre, ...along, length(axis), radiusM, ...from, ...cross(along, from), sweepRad, isHollow ? 1 : 0]
}

const layOutBowl = ({ centre, radiusM, axes }: Bowl): number[] => [
  ...centre,
  radiusM,
  ...axes[0],
  ...axes[1],
  ...axes[2],
]

const layOutBody = ({ place, turnDeg, scaleM }: Body): number[] => {
  const angle = (turnDeg * Math.PI) / 180
  return [...place, Math.cos(angle), Math.sin(angle), 1 / scaleM]
}

const numbersOf = (surface: Surface): { kind: number; numbers: number[] } => {
  switch (surface.shape) {
    case 'sheet':
      return { kind: surface.isRound ? KIND.disc : KIND.sheet, numbers: layOutSheet(surface) }
    case 'arc':
      return { kind: KIND.arc, numbers: layOutArc(surface) }
    case 'bowl':
      return { kind: KIND.bowl, numbers: layOutBowl(surface) }
    case 'body':
      return { kind: KIND.body, numbers: layOutBody(surface) }
  }
}

/** Points whose box holds the whole surface. */
const hullOf = (surface: Surface): Vector[] => {
  switch (surface.shape) {
    case 'sheet':
      return [0, 1, 2, 3].map(corner =>
        add(surface.corner, add(scale(surface.edgeS, corner % 2), scale(surface.edgeT, corner >> 1))),
      )
    case 'arc': {
      const across = cross(direction(surface.axis), surface.from)
      // Octagons around the circle, so that no part of the arc bulges out.
      const reach = surface.radiusM / Math.cos(surface.sweepRad / 16)
      return Array.from({ length: 9 }, (_, step) => ((step - 0.5) / 8) * surface.sweepRad)
        .concat(0, surface.sweepRad)
        .flatMap(angle => {
          const start = add(
            surface.centre,
            add(scale(surface.from, reach * Math.cos(angle)), scale(across, reach * Math.sin(angle))),
          )
          return [start, add(start, surface.axis)]
        })
    }
    case 'bowl':
      return [0, 1, 2, 3, 4, 5, 6, 7].map(corner =>
        surface.axes.reduce<Vector>(
          (sum, axis, index) => ((corner >> index) & 1 ? add(sum, scale(axis, surface.radiusM)) : sum),
          surface.centre,
        ),
      )
    case 'body': {
      const { bounds } = surface.mesh.tree
      const reach = Math.max(...[0, 1, 3, 4].map(axis => Math.abs(bounds[axis]!))) * Math.SQRT2 * surface.scaleM
      const [x, y, z] = surface.place
      return [
        [x - reach, y - reach, z + bounds[2]! * surface.scaleM],
        [x + reach, y + reach, z + bounds[5]! * surface.scaleM],
      ]
    }
  }
}

/** The box around a surface, a hair wider than it: least x, y, z, then greatest. */
export const boxAround = (surface: Surface): number[] => {
  const hull = hullOf(surface)
  const along = (axis: number) => hull.map(point => point[axis]!)
  return [0, 1, 2]
    .map(axis => Math.min(...along(axis)) - BOX_SLACK_M)
    .concat([0, 1, 2].map(axis => Math.max(...along(axis)) + BOX_SLACK_M))
}

const wallsOf = (entries: readonly { surface: Sheet; index: number }[]): Walls | undefined => {
  if (entries.length === 0) return undefined
  if (entries.length !== 6) throw new RangeError(`A closed room has six walls; got ${entries.length}.`)
  const hull = entries.flatMap(({ surface }) => hullOf(surface))
  const bounds = Float64Array.from(
    [0, 1, 2]
      .map(axis => Math.min(...hull.map(point => point[axis]!)))
      .concat([0, 1, 2].map(axis => Math.max(...hull.map(point => point[axis]!)))),
  )
  const ordered = Array.from(bounds, (bound, side) =>
    entries.find(({ surface }) => hullOf(surface).every(point => Math.abs(point[side % 3]! - bound) < 1e-9)),
  )
  if (ordered.some(entry => !entry)) throw new RangeError('The walls of a room make a box along the axes.')
  return {
    bounds,
    surface: Int32Array.from(ordered, entry => entry!.index),
    forms: Float64Array.from(ordered.flatMap(entry => formsOf(entry!.surface))),
  }
}

/** Lays a scene out for ray casting. */
export const layOut = (scene: Scene): LaidOut => {
  const all = scene.surfaces.map((surface, index) => ({ surface, index }))
  const isWall = (entry: (typeof all)[number]): entry is { surface: Sheet; index: number } =>
    entry.surface.shape === 'sheet' && entry.surface.encloses
  const things = all.filter(entry => !isWall(entry))
  const boxes = Float64Array.from(things.flatMap(({ surface }) => boxAround(surface)))
  const tree = boxTree(boxes, LEAF_PRIMITIVES)
  const ordered = Array.from(tree.order, item => things[item]!)
  const data = new Float64Array(ordered.length * STRIDE)
  const kinds = new Uint8Array(ordered.length)
  ordered.forEach(({ surface }, at) => {
    const { kind, numbers } = numbersOf(surface)
    kinds[at] = kind
    data.set(numbers, at * STRIDE)
  })
  return {
    tree,
    kinds,
    data,
    boxes: Float64Array.from(
      { length: boxes.length },
      (_, at) => boxes[tree.order[Math.floor(at / 6)]! * 6 + (at % 6)]!,
    ),
    surface: Int32Array.from(ordered, entry => entry.index),
    bodies: ordered.map(({ surface }) => (surface.shape === 'body' ? surface : undefined)),
    walls: wallsOf(all.filter(isWall)),
    outer: walker(),
    inner: walker(),
    found: new Float64Array(5),
  }
}
