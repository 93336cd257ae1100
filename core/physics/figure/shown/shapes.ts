import type { Vector } from '../../units/vector'
import { softLesser, toBall, toLimb } from '../distances'

/** What a place of the shown figure is made of; the numbers are those of its mesh. */
export const SHOWN_MATERIALS = [
  'skin',
  'clothing',
  'hair',
  'eyes',
  'irises',
  'lips',
  'mouth',
  'brows',
  'pupils',
  'shoes',
  'frames',
] as const
/** Materials of the shown figure. */
export type ShownMaterial = (typeof SHOWN_MATERIALS)[number]

/**
 * A rounded piece of the form, in shares of body height: x to the figure's left, y ahead, z up. `soft` is the width
 * over which it runs into what came before it; a cut is taken out of that. A cap is a ball on one side of a plane
 * through its centre, whose normal points to where it is kept.
 */
export type Piece = (
  | { shape: 'ball'; centre: Vector; radii: Vector }
  | { shape: 'cap'; centre: Vector; radius: number; normal: Vector }
  | { shape: 'limb'; from: Vector; to: Vector; fromRadius: number; toRadius: number }
) & { material: ShownMaterial; soft: number; isCut?: boolean }

/** Distance to a piece, below 0 inside. */
export const toPiece = (x: number, y: number, z: number, piece: Piece): number => {
  switch (piece.shape) {
    case 'ball':
      return toBall(x, y, z, piece.centre, piece.radii)
    case 'cap': {
      const { centre: c, normal: n, radius } = piece
      const [px, py, pz] = [x - c[0], y - c[1], z - c[2]]
      return Math.max(Math.sqrt(px * px + py * py + pz * pz) - radius, -(px * n[0] + py * n[1] + pz * n[2]))
    }
    case 'limb':
      return toLimb(x, y, z, piece)
  }
}

/** Distance to all pieces run together, below 0 inside. */
export const toPieces = (pieces: readonly Piece[], x: number, y: number, z: number): number => {
  let whole = 1
  for (const piece of pieces) {
    const away = toPiece(x, y, z, piece)
    whole = piece.isCut ? -softLesser(-whole, away, piece.soft) : softLesser(whole, away, piece.soft)
  }
  return whole
}

/** The material of the piece nearest to a place; cuts have none. */
export const nearestMaterial = (pieces: readonly Piece[], x: number, y: number, z: number): ShownMaterial => {
  let nearest = Infinity
  let found: ShownMaterial = 'skin'
  for (const piece of pieces) {
    if (piece.isCut) continue
    const away = toPiece(x, y, z, piece)
    if (away < nearest) [nearest, found] = [away, piece.material]
  }
  return found
}

/** A ball of three radii. */
export const ball = (centre: Vector, radii: Vector, material: ShownMaterial, soft: number): Piece => ({
  shape: 'ball',
  centre,
  radii,
  material,
  soft,
})

/** A limb between two places, with the radius at each. */
export const limb = (
  [from, fromRadius]: readonly [Vector, number],
  [to, toRadius]: readonly [Vector, number],
  material: ShownMaterial,
  soft: number,
): Piece => ({ shape: 'limb', from, to, fromRadius, toRadius, material, soft })

/** A piece taken out of what came before it. */
export const cut = (piece: Piece): Piece => ({ ...piece, isCut: true })

/** A piece with every place of it moved. */
export const mapped = (piece: Piece, move: (place: Vector) => Vector): Piece => {
  switch (piece.shape) {
    case 'ball':
      return { ...piece, centre: move(piece.centre) }
    case 'cap':
      return { ...piece, centre: move(piece.centre) }
    case 'limb':
      return { ...piece, from: move(piece.from), to: move(piece.to) }
  }
}

const mirror = ([x, y, z]: Vector): Vector => [-x, y, z]

/** A piece and its mirror image. */
export const both = (piece: Piece): Piece[] => {
  const image = mapped(piece, mirror)
  return [piece, image.shape === 'cap' ? { ...image, normal: mirror(image.normal) } : image]
}

/** A string of limbs through places, each with its radius. */
export const chain = (places: readonly (readonly [Vector, number])[], material: ShownMaterial, soft: number): Piece[] =>
  places.slice(1).map((to, index) => limb(places[index]!, to, material, soft))
