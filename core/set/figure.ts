import type { Vector } from '../units/vector'
import type { Subject } from './schema'

/** A part of the standing figure: an upright ellipsoid. */
export type FigurePart = { name: string, centre: Vector, radii: Vector, material: 'skin' | 'clothing' }

/**
 * Proportions of a standing adult as shares of body height, rounded from memory of drawing canons; good for shadows and framing.
 * A rounder figure belongs to the frame.
 */
const PARTS: readonly { name: string, centre: Vector, radii: Vector, material: FigurePart['material'] }[] = [
  { name: 'head', centre: [0, 0, 0.932], radii: [0.045, 0.056, 0.068], material: 'skin' },
  { name: 'neck', centre: [0, -0.004, 0.85], radii: [0.03, 0.032, 0.06], material: 'skin' },
  { name: 'shoulders', centre: [0, 0, 0.775], radii: [0.122, 0.056, 0.05], material: 'clothing' },
  { name: 'torso', centre: [0, 0, 0.63], radii: [0.105, 0.066, 0.2], material: 'clothing' },
  { name: 'left arm', centre: [-0.112, 0, 0.635], radii: [0.034, 0.038, 0.17], material: 'clothing' },
  { name: 'right arm', centre: [0.112, 0, 0.635], radii: [0.034, 0.038, 0.17], material: 'clothing' },
  { name: 'legs', centre: [0, 0, 0.26], radii: [0.1, 0.062, 0.255], material: 'clothing' },
]

/** The figure of a subject as ellipsoids in the room. */
export const figureOf = (subject: Subject): FigurePart[] => PARTS.map(part => ({
  name: part.name,
  centre: [
    subject.place.xM + part.centre[0] * subject.heightM,
    subject.place.yM + part.centre[1] * subject.heightM,
    part.centre[2] * subject.heightM,
  ],
  radii: [part.radii[0] * subject.heightM, part.radii[1] * subject.heightM, part.radii[2] * subject.heightM],
  material: part.material,
}))

/** Height of the eyes and of the middle of the head. */
export const headHeightM = (subject: Subject): number => 0.932 * subject.heightM
