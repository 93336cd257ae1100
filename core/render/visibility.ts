import { mayStandBetween } from '../physics/geometry/between'
import { RAY_OFFSET_M } from '../physics/geometry/kernel'
import { frontBox, visibleShare, type EmitterSamples } from '../physics/transport/direct'
import { ownSurface } from '../physics/transport/emittedRadiance'
import type { Stage } from '../physics/transport/stage'
import type { FrameView } from './gBuffer'

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
): Generator<void, Float32Array> {
  const share = new Float32Array(view.count)
  const p = view.points
  const isShadowed = yield* shadowedTiles(stage, view, shadow)
  // Every tile of 4 x 4 pixels asks all the samples, each pixel its own few.
  const step = Math.max(1, Math.floor(shadow.count / asked))
  for (let index = 0; index < view.count; index++) {
    if (index % PIXELS_A_TURN === 0) yield
    if (!(open[index]! > 0)) continue
    if (!isShadowed[view.tiles.of[index]!]) {
      share[index] = 1
      continue
    }
    const at = index * 6
    const nx = p[at + 3]!
    const ny = p[at + 4]!
    const nz = p[at + 5]!
    const first = ((((index % view.width) % 4) + (Math.floor(index / view.width) % 4) * 4) * 7) % step
    share[index] = visibleShare(
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
  return share
}

/** Bodies are facets under a smooth normal: rays start a little further off, or facets would shade themselves. */
const LIFT_M = 6 * RAY_OFFSET_M

/** Pixels whose shadows may be evened out: the same surface, looking alike. */
const ALIKE = 0.9

/** Evens the visible share out over tiles of 4 x 4 pixels, never across an edge. Mirrored places stay as they are. */
export const evened = (view: FrameView, share: Float32Array): Float32Array => {
  const { width, height, surface, points } = view
  const even = share.slice()
  for (let row = 0; row < height; row++) {
    for (let column = 0; column < width; column++) {
      const own = row * width + column
      if (surface[own]! < 0) continue
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
