import type { Rgb } from '../units/rgb'
import { cross, length, type Vector } from '../units/vector'
import type { Shown } from '../figure/shown/shown'
import type { Mottle } from './mottle'
import type { TriangleMesh } from './triangleMesh'

/**
 * What a surface does besides scattering light evenly.
 * `coat`: a clear smooth layer that mirrors by Fresnel's equations for its refractive index; what enters scatters
 * below it.
 * `lobe`: `share` of the light leaves around the mirror direction, spread as cos^n about it with `halfWidthDeg` to
 * half; the rest scatters.
 */
export type Gloss = { kind: 'coat'; refractiveIndex: number } | { kind: 'lobe'; share: number; halfWidthDeg: number }

/** One side of a surface: diffuse reflectance per channel, and its gloss or null; sheen and mottle show in pictures. */
export type Side = { reflectance: Rgb; gloss: Gloss | null; sheen?: Sheen; mottle?: Mottle }

/**
 * A broad shine that only pictures show: `share` is what it sends back of light that comes from all round, and is part
 * of the side's reflectance, so that what meters read stays the same. About the mirror direction of the surface, or
 * about the cone that strands throw.
 */
export type Sheen = { along: 'surface' | 'strands'; share: number; exponent: number }

type Named = {
  id: string
  /** The thing of the set that the surface is part of: `backdrop`, `room/floor`, a panel's or subject's id. */
  owner: string
}

/** Cut into a grid of patches for the bounced light, none wider than `patchM`. */
type Gridded = Named & { patchM: number }

/**
 * A flat sheet: `corner + s edgeS + t edgeT` for s, t in 0..1, or the ellipse inscribed in it. Seen from both sides.
 */
export type Sheet = Gridded & {
  shape: 'sheet'
  corner: Vector
  edgeS: Vector
  edgeT: Vector
  isRound: boolean
  /** The side that edgeS x edgeT points to, and the other. */
  front: Side
  back: Side
  /** Share of light that leaves scattered on the other side, per channel; the same from both sides. */
  transmittance: Rgb
  /**
   * Walls of the closed room: six of them make a box along the axes, every ray inside ends on one, and none casts a
   * shadow.
   */
  encloses: boolean
}

/**
 * Part of a cylinder's wall: along `axis` from `centre`, from the unit direction `from` by `sweepRad` about the axis
 * (right-handed).
 */
export type Arc = Gridded & {
  shape: 'arc'
  centre: Vector
  axis: Vector
  radiusM: number
  from: Vector
  sweepRad: number
  /** Whether the front looks toward the axis (a cove) or away from it (a post). */
  isHollow: boolean
  front: Side
  back: Side
}

/** An eighth of a sphere between three unit axes at right angles, seen from within: where three coves meet. */
export type Bowl = Gridded & {
  shape: 'bowl'
  centre: Vector
  radiusM: number
  axes: readonly [Vector, Vector, Vector]
  front: Side
  back: Side
}

/** A closed mesh set up in the room: scaled, turned about the upright (to the left), moved. */
export type Body = Named & {
  shape: 'body'
  mesh: TriangleMesh
  place: Vector
  turnDeg: number
  scaleM: number
  /** By the mesh's material numbers. */
  materials: readonly Side[]
  /** How pictures show it, where that is finer than what light is reckoned with. */
  shown?: { as: Shown; materials: readonly Side[] }
}

/** Surfaces that light falls on. */
export type Surface = Sheet | Arc | Bowl | Body

/** Everything that light can strike. Surfaces of one scene keep real gaps of a millimetre or more between them. */
export type Scene = { surfaces: readonly Surface[] }

/** Widest patch on a thing in the room; on very large ones they grow, so that none takes more than so many. */
const THING_PATCH_M = 0.25
const MOST_THING_PATCHES = 400

/** The side of a patch for a surface of such an area, metres. */
export const patchSizeFor = (areaM2: number): number => Math.max(THING_PATCH_M, Math.sqrt(areaM2 / MOST_THING_PATCHES))

const OPAQUE: Rgb = [0, 0, 0]

/** A matt side of such a reflectance. */
export const matt = (reflectance: Rgb): Side => ({ reflectance, gloss: null })

/** An opaque four-cornered sheet alike on both sides unless told otherwise. */
export const opaqueSheet = (
  id: string,
  owner: string,
  corner: Vector,
  edgeS: Vector,
  edgeT: Vector,
  front: Side,
  back: Side = front,
): Sheet => ({
  shape: 'sheet',
  id,
  owner,
  patchM: patchSizeFor(length(cross(edgeS, edgeT))),
  corner,
  edgeS,
  edgeT,
  isRound: false,
  front,
  back,
  transmittance: OPAQUE,
  encloses: false,
})

/**
 * The same sheet, letting light through: its patches are half as wide, since what it shines is looked at from close
 * by.
 */
export const translucent = (sheet: Sheet, transmittance: Rgb): Sheet =>
  transmittance.some(share => share > 0) ? { ...sheet, transmittance, patchM: sheet.patchM / 2 } : sheet

/** Whether any light comes through. */
export const transmits = (surface: Surface): surface is Sheet =>
  surface.shape === 'sheet' && surface.transmittance.some(share => share > 0)

/** The side of a surface that a point belongs to; `material` counts for bodies only. */
export const sideOf = (surface: Surface, isFront: boolean, material: number): Side => {
  if (surface.shape === 'body') return surface.materials[material]!
  return isFront ? surface.front : surface.back
}
