import { mayStandBetween } from '../physics/geometry/between'
import { loopsFor, RAY_OFFSET_M } from '../physics/geometry/kernel'
import { loadFront } from '../physics/loops/frontInLoops'
import { PLACE_BYTES } from '../physics/loops/layout'
import { takeRoom, type Loops } from '../physics/loops/loops'
import { frontBox, visibleShare } from '../physics/transport/direct'
import type { EmitterSamples } from '../physics/transport/emitterSamples'
import { ownSurface } from '../physics/transport/emittedRadiance'
import type { Stage } from '../physics/transport/stage'
import type { FrameView } from './gBuffer'
import { TILE } from './tiles'

/** Pixels, and tiles of them, between two chances for other work: a few milliseconds. */
export const PIXELS_A_TURN = 256
const TILES_A_TURN = 64

/** Whether anything may stand between each tile of a view and a front. */
function* shadowedTiles(stage: Stage, { tiles }: FrameView, front: EmitterSamples): Generator<void, boolean[]> {
  const around = frontBox(front)
  const own = ownSurface(stage, front.emitter)
  const shadowed: boolean[] = []
  for (const [tile, box] of tiles.boxes.entries()) {
    if (tile % TILES_A_TURN === 0) yield
    shadowed.push(mayStandBetween(stage.rays, around, box, tiles.flat[tile]!, own))
  }
  return shadowed
}

/** The share of a front that each place sees; `isMixed` marks the tiles in which it had to be asked place by place. */
export type Seen = { share: Float32Array; isMixed: Uint8Array }

/**
 * The share of a front that each place sees, from a few samples each; neighbours ask different ones. Yields now
 * and then.
 */
export function* visibility(
  stage: Stage,
  view: FrameView,
  shadow: EmitterSamples,
  open: Float32Array,
  asked: number,
): Generator<void, Seen> {
  const isShadowed = yield* shadowedTiles(stage, view, shadow)
  const step = Math.max(1, Math.floor(shadow.count / asked))
  const loops = loopsFor(stage.rays)
  if (loops && loadFront(loops, shadow)) return yield* visibleInLoops(stage, view, shadow, isShadowed, step)
  const share = new Float32Array(view.count)
  for (let index = 0; index < view.count; index++) {
    if (index % PIXELS_A_TURN === 0) yield
    if (!(open[index]! > 0)) continue
    share[index] = isShadowed[view.tiles.of[index]!] ? shareSeen(stage, view, shadow, index, step) : 1
  }
  return { share, isMixed: Uint8Array.from(isShadowed, is => (is ? 1 : 0)) }
}

/**
 * The share that one place sees by the plain code: every tile of 4 x 4 pixels asks all samples, each pixel its own few.
 */
const shareSeen = (stage: Stage, view: FrameView, shadow: EmitterSamples, index: number, step: number): number => {
  const p = view.points
  const at = index * 6
  const nx = p[at + 3]!
  const ny = p[at + 4]!
  const nz = p[at + 5]!
  const first = ((((index % view.width) % 4) + (Math.floor(index / view.width) % 4) * 4) * 7) % step
  return visibleShare(
    shadow,
    stage.rays,
    p[at]! + LIFT_M * nx,
    p[at + 1]! + LIFT_M * ny,
    p[at + 2]! + LIFT_M * nz,
    nx,
    ny,
    nz,
    first,
    step,
  )
}

/** In pictures of fewer pixels a tile spans half a face: there every place is asked. */
const TRIED_FROM = 60_000

/** What a tile of a picture sees of a front. */
const SEES = { all: 0, none: 1, some: 2 } as const

/**
 * The same in the fast loops: a tile on one surface is tried at sixteen of its places; where all or none see the front,
 * and the tiles around it agree, so do the others.
 */
function* visibleInLoops(
  stage: Stage,
  view: FrameView,
  shadow: EmitterSamples,
  isShadowed: readonly boolean[],
  step: number,
): Generator<void, Seen> {
  const { width, height, count, tiles } = view
  const [across, down] = [Math.ceil(width / TILE), Math.ceil(height / TILE)]
  const sees = Uint8Array.from(isShadowed, is => (is ? SEES.some : SEES.all))
  const share = new Float32Array(count).fill(1)
  const isFine = width * height >= TRIED_FROM

  /** Loads rows of pixels for the loops: nothing else may be loaded until they have been asked. */
  const placed = (row: number): { loops: Loops; points: number; shares: number } | undefined => {
    const loops = loopsFor(stage.rays)
    if (!loops || !loadFront(loops, shadow)) return undefined
    const { scratch } = loops.regions
    const [from, to] = [row * TILE * width, Math.min(height, (row + 1) * TILE) * width]
    scratch.next = scratch.start
    const points = takeRoom(scratch, (to - from) * PLACE_BYTES)
    const shares = takeRoom(scratch, (to - from) * 4)
    if (points === undefined || shares === undefined) return undefined
    loops.f32.set(view.points.subarray(from * 6, to * 6), points / 4)
    return { loops, points, shares }
  }
  const sizeOf = (row: number, column: number) =>
    [Math.min(TILE, width - column * TILE), Math.min(TILE, height - row * TILE)] as const

  for (let row = 0; row < down; row++) {
    yield
    const tried: number[] = []
    for (let column = 0; column < across; column++) {
      const tile = row * across + column
      if (isFine && isShadowed[tile] && tiles.only[tile]! >= 0) tried.push(column)
    }
    const here = tried.length > 0 ? placed(row) : undefined
    if (!here) continue
    for (const column of tried) {
      const [columns, rows] = sizeOf(row, column)
      const points = here.points + column * TILE * PLACE_BYTES
      sees[row * across + column] = here.loops.tryTile(points, width, columns, rows, row * 7 + column * 3, LIFT_M)
    }
  }
  const isMixed = unlikeNeighbours(sees, across, down)
  for (let row = 0; row < down; row++) {
    yield
    const isAnyMixed = isMixed.subarray(row * across, (row + 1) * across).includes(1)
    const here = isAnyMixed ? placed(row) : undefined
    for (let column = 0; column < across; column++) {
      const tile = row * across + column
      const [columns, rows] = sizeOf(row, column)
      const [left, top] = [column * TILE, row * TILE]
      if (isMixed[tile] === 0) {
        if (sees[tile] === SEES.none)
          for (let line = 0; line < rows; line++)
            share.fill(0, (top + line) * width + left, (top + line) * width + left + columns)
        continue
      }
      if (here) {
        const from = here.points + left * PLACE_BYTES
        here.loops.seenShares(from, width, columns, rows, left, top, step, LIFT_M, here.shares + left * 4)
      }
      for (let line = 0; line < rows; line++) {
        const to = (top + line) * width + left
        if (here) {
          const from = here.shares / 4 + line * width + left
          share.set(here.loops.f32.subarray(from, from + columns), to)
        } else
          for (let place = to; place < to + columns; place++) share[place] = shareSeen(stage, view, shadow, place, step)
      }
    }
  }
  for (let place = width * height; place < count; place++) {
    if (place % PIXELS_A_TURN === 0) yield
    if (isShadowed[tiles.of[place]!]) share[place] = shareSeen(stage, view, shadow, place, step)
  }
  return { share, isMixed }
}

/** Tiles that see a part of the front, or something else than any tile around: an edge of shadow may run there. */
const unlikeNeighbours = (sees: Uint8Array, across: number, down: number): Uint8Array =>
  sees.map((own, tile) => {
    if (own === SEES.some) return 1
    const [column, row] = [tile % across, Math.floor(tile / across)]
    for (let y = Math.max(0, row - 1); y <= Math.min(down - 1, row + 1); y++) {
      for (let x = Math.max(0, column - 1); x <= Math.min(across - 1, column + 1); x++)
        if (sees[y * across + x] !== own) return 1
    }
    return 0
  })

/** Bodies are facets under a smooth normal: rays start a little further off, or facets would shade themselves. */
const LIFT_M = 6 * RAY_OFFSET_M

/** Pixels whose shadows may be evened out: the same surface, looking alike. */
const ALIKE = 0.9

/**
 * Evens the visible share out over tiles of 4 x 4 pixels where it was asked place by place, never across an edge.
 * Mirrored places stay as they are.
 */
export const evened = (view: FrameView, { share, isMixed }: Seen): Float32Array => {
  const { width, height, surface, points, tiles } = view
  const even = share.slice()
  for (let row = 0; row < height; row++) {
    for (let column = 0; column < width; column++) {
      const own = row * width + column
      if (surface[own]! < 0 || isMixed[tiles.of[own]!] === 0) continue
      let [sum, count] = [0, 0]
      for (let y = Math.max(0, row - 1); y <= Math.min(height - 1, row + 2); y++) {
        for (let x = Math.max(0, column - 1); x <= Math.min(width - 1, column + 2); x++) {
          const other = y * width + x
          if (surface[other] !== surface[own]) continue
          const [a, b] = [own * 6 + 3, other * 6 + 3]
          if (points[a]! * points[b]! + points[a + 1]! * points[b + 1]! + points[a + 2]! * points[b + 2]! < ALIKE)
            continue
          sum += share[other]!
          count += 1
        }
      }
      even[own] = sum / count
    }
  }
  return even
}
