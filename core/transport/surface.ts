import type { Rgb } from '../units/rgb'
import type { Vector } from '../units/vector'

/** A flat four-sided sheet: `corner + s edgeS + t edgeT` for s, t in 0..1, seen from both sides. */
export type Sheet = {
  shape: 'sheet'
  id: string
  corner: Vector
  edgeS: Vector
  edgeT: Vector
  /** Diffuse reflectance of the side that edgeS x edgeT points to, and of the other. */
  front: Rgb
  back: Rgb
  /** Walls of the closed room: every ray inside ends on one, and none casts a shadow. */
  encloses: boolean
}

/** A closed rounded body with upright axis. */
export type Ellipsoid = {
  shape: 'ellipsoid'
  id: string
  centre: Vector
  radii: Vector
  front: Rgb
}

export type Surface = Sheet | Ellipsoid

/** Everything that light can strike. Surfaces of one scene keep real gaps of a millimetre or more between them. */
export type Scene = { surfaces: Surface[] }
