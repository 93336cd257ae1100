import type { Emitter } from '#core/physics/sources/emitter'
import type { EmitterShape } from '#core/physics/sources/modifier'
import { matt, opaqueSheet, type Scene, type Sheet, type Side, type Surface } from '#core/physics/geometry/surface'
import { demoSet } from '#core/edits/demo'
import { panelOfKind } from '#core/edits/panels'
import { sceneOf } from '#core/scene/scene'
import type { StudioSet } from '#core/model/schema'
import { direction, frameAround, type Vector } from '#core/physics/units/vector'
import { grey } from '#core/physics/units/rgb'

/** A light of intensity 1 on the axis with the Lambertian pattern, unless told otherwise. */
export const testEmitter = (front: EmitterShape, centre: Vector, axis: Vector, exponent = 1): Emitter => {
  const unit = direction(axis)
  return {
    id: 'test',
    centre,
    axis: unit,
    ...frameAround(unit),
    front,
    exponent,
    cutoff: null,
    back: null,
    leaves: null,
    halfScrim: null,
    mask: null,
    table: null,
    lens: null,
    intensity: grey(1),
  }
}

export const EMPTY: Scene = { surfaces: [] }

/** A closed room with the corner at the origin, all walls alike, and what else stands in it. */
export const closedBox = (
  wide: number,
  deep: number,
  high: number,
  reflectance: number,
  things: readonly Surface[] = [],
): Scene => {
  const wall = (id: string, corner: Vector, edgeS: Vector, edgeT: Vector): Sheet => ({
    ...opaqueSheet(id, id, corner, edgeS, edgeT, matt(grey(reflectance))),
    patchM: 0.5,
    encloses: true,
  })
  const [x, y, z]: Vector[] = [
    [wide, 0, 0],
    [0, deep, 0],
    [0, 0, high],
  ] as [Vector, Vector, Vector]
  return {
    surfaces: [
      wall('floor', [0, 0, 0], x!, y!),
      wall('ceiling', [0, 0, high], y!, x!),
      wall('back', [0, 0, 0], z!, x!),
      wall('front', [0, deep, 0], x!, z!),
      wall('left', [0, 0, 0], y!, z!),
      wall('right', [wide, 0, 0], z!, y!),
      ...things,
    ],
  }
}

/** A level square of side `sizeM` about a place, its front up. */
export const levelSquare = (id: string, [x, y, z]: Vector, sizeM: number, front: Side, back: Side = front): Sheet =>
  opaqueSheet(id, id, [x - sizeM / 2, y - sizeM / 2, z], [sizeM, 0, 0], [0, sizeM, 0], front, back)

/** The demo set on a cornered cyclorama, with panels, props and a second subject. */
export const crowdedSet = (): StudioSet => {
  const set = demoSet()
  const sitter = set.subjects[0]!
  const at = (xM: number, yM: number, zM = 0) => ({ xM, yM, zM })
  return {
    ...set,
    room: { ...set.room, floorGloss: { kind: 'coat', refractiveIndex: 1.5 } },
    backdrop: {
      ...set.backdrop,
      kind: 'cyclorama',
      widthM: 5.6,
      heightM: 3,
      sweepM: 3,
      coveRadiusM: 0.8,
      corner: { side: 'left', depthM: 4 },
    },
    subjects: [sitter, { ...sitter, id: 'second', place: { xM: 1, yM: 3 }, turnDeg: 40 }],
    panels: [
      { ...panelOfKind('v-flat', 'v-flat-right'), place: at(1.9, 4.6), turnDeg: 60 },
      { ...panelOfKind('silver-board', 'silver'), place: at(-1.6, 5.6, 0.6), turnDeg: 150, tiltDeg: 10 },
      { ...panelOfKind('diffusion-frame', 'overhead'), place: at(0, 2.6, 2.6), tiltDeg: -90 },
    ],
    props: [
      {
        id: 'crate',
        name: 'Crate',
        place: at(-0.9, 2.4),
        turnDeg: 20,
        form: { shape: 'box', widthM: 0.5, depthM: 0.4, heightM: 0.6 },
        surface: matt(grey(0.4)),
      },
      {
        id: 'drum',
        name: 'Drum',
        place: at(0.5, 4.4),
        turnDeg: 0,
        form: { shape: 'cylinder', radiusM: 0.25, heightM: 0.5 },
        surface: matt(grey(0.2)),
      },
    ],
  }
}

/** A scene with surfaces of every shape. */
export const everySurface = (): Scene => sceneOf(crowdedSet())
