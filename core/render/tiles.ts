import { emptyBox, holdPlaces } from '../physics/geometry/box'
import type { Scene } from '../physics/geometry/surface'

/** Places of a picture that lie together: what is true of a tile's box is true of each of its places. */
export type Tiles = {
  /** The tile of each place. */
  of: Int32Array
  /** The box around each tile's places: least x, y, z, then greatest. */
  boxes: Float64Array[]
  /** The one surface that all places of a tile lie on; below 0 where there is no such. */
  only: Int32Array
  /** The one flat surface that all places of a tile lie on; -1 where there is no such. */
  flat: Int32Array
}

/** Pixels along the side of a tile. */
export const TILE = 8

/** Gathers pixels into square tiles, and the places behind them into runs. */
export const tilesOf = (
  scene: Scene,
  {
    width,
    height,
    count,
    surface,
    points,
  }: { width: number; height: number; count: number; surface: Int16Array; points: Float32Array },
): Tiles => {
  const across = Math.ceil(width / TILE)
  const pixels = width * height
  const tileOf = (place: number): number =>
    place < pixels
      ? Math.floor(Math.floor(place / width) / TILE) * across + Math.floor((place % width) / TILE)
      : across * Math.ceil(height / TILE) + Math.floor((place - pixels) / TILE ** 2)
  const of = Int32Array.from({ length: count }, (_, place) => tileOf(place))
  const tiles = count > 0 ? of.reduce((most, tile) => Math.max(most, tile), 0) + 1 : 0
  const boxes = Array.from({ length: tiles }, emptyBox)
  const none = -2
  const only = new Int32Array(tiles).fill(none)
  for (let place = 0; place < count; place++) {
    const tile = of[place]!
    if (surface[place]! < 0) continue
    holdPlaces(boxes[tile]!, points, place * 6, 1, 6)
    only[tile] = only[tile] === none || only[tile] === surface[place] ? surface[place]! : -1
  }
  return { of, boxes, only, flat: only.map(one => (one >= 0 && scene.surfaces[one]!.shape === 'sheet' ? one : -1)) }
}
