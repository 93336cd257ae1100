import { mayStandBetween } from '../geometry/between'
import { loopsFor } from '../geometry/kernel'
import { loadFront } from '../loops/frontInLoops'
import { loadPoints } from '../loops/groundInLoops'
import { takeRoom, type Loops } from '../loops/loops'
import { concernsBetween, type Changes } from './changes'
import { directFromSample, frontBox } from './direct'
import type { EmitterSamples } from './emitterSamples'
import { ownSurface } from './emittedRadiance'
import { enteringShare } from './gloss'
import { sideOfPatch } from './patches'
import type { Stage } from './stage'

/** A body's patches are small and costly to leave: every other point of theirs is asked. */
const BODY_POINT_STEP = 2

/**
 * How patches are asked: every how many of their points, 0 for not at all; and the flat surface that each lies on, or
 * -1.
 */
type Asking = { steps: Int32Array; flats: Int32Array; coated: number[] }

const askings = new WeakMap<object, Asking>()

const askingOf = ({ scene, patches, samples }: Stage): Asking => {
  const known = askings.get(samples)
  if (known) return known
  const shapeOf = (patch: number) => scene.surfaces[patches.surface[patch]!]!.shape
  const asking: Asking = {
    steps: Int32Array.from(samples.exposed, (isExposed, patch) => {
      const step = shapeOf(patch) === 'body' ? BODY_POINT_STEP : 1
      return isExposed ? step : 0
    }),
    flats: Int32Array.from(patches.surface, (surface, patch) => (shapeOf(patch) === 'sheet' ? surface : -1)),
    coated: [],
  }
  for (let patch = 0; patch < patches.count; patch++)
    if (sideOfPatch(scene, patches, patch).gloss?.kind === 'coat') asking.coated.push(patch)
  askings.set(samples, asking)
  return asking
}

/** What is asked of a point of a patch: its place and normal, its number there, and the patch. */
type AtPoint = (
  x: number,
  y: number,
  z: number,
  nx: number,
  ny: number,
  nz: number,
  point: number,
  patch: number,
) => number

const meanOver = ({ samples }: Stage, patch: number, step: number, at: AtPoint): number => {
  const p = samples.points
  let sum = 0
  for (let index = 0; index < samples.perPatch; index += step) {
    const from = (patch * samples.perPatch + index) * 6
    sum += at(p[from]!, p[from + 1]!, p[from + 2]!, p[from + 3]!, p[from + 4]!, p[from + 5]!, index / step, patch)
  }
  return (sum * step) / samples.perPatch
}

/**
 * Mean over the points of every patch of what `at` gives there; each point is told its number and asks its own part
 * of a front.
 */
export const overPatches = (stage: Stage, at: AtPoint): Float64Array =>
  Float64Array.from(askingOf(stage).steps, (step, patch) => (step === 0 ? 0 : meanOver(stage, patch, step, at)))

/** The part of a front that a point asks: a step coprime to the count pairs the two anew on every patch. */
export const partOfFront = (point: number, patch: number, count: number): number => (point * 7 + patch) % count

/** What a point gets straight from its part of a front, less what a coat turns away. */
const directAtPoint = (stage: Stage, front: EmitterSamples): AtPoint => {
  const { patches, samples, rays, scene } = stage
  const around = frontBox(front)
  const own = ownSurface(stage, front.emitter)
  const { flats } = askingOf(stage)
  let [asked, isShadowed] = [-1, false]
  return (x, y, z, nx, ny, nz, point, patch) => {
    if (patch !== asked) {
      isShadowed = mayStandBetween(rays, around, samples.boxes.subarray(patch * 6, patch * 6 + 6), flats[patch]!, own)
      asked = patch
    }
    const part = partOfFront(point, patch, front.count)
    const open = directFromSample(front, part, isShadowed ? rays : undefined, x, y, z, nx, ny, nz)
    const { gloss } = sideOfPatch(scene, patches, patch)
    if (gloss === null || open === 0) return open
    const [dx, dy, dz] = [
      front.positions[part * 3]! - x,
      front.positions[part * 3 + 1]! - y,
      front.positions[part * 3 + 2]! - z,
    ]
    return open * enteringShare(gloss, (dx * nx + dy * ny + dz * nz) / Math.hypot(dx, dy, dz))
  }
}

/** What the same front gave the same patches before something changed. */
export type EarlierDirect = { mean: Float64Array; changes: Changes }

/** The steps of patches that a change may concern; 0 for all others. */
const concerned = ({ samples }: Stage, steps: Int32Array, around: Float64Array, changes: Changes): Int32Array =>
  steps.map((step, patch) =>
    changes.touched[patch] === 1 || concernsBetween(changes, around, samples.boxes.subarray(patch * 6, patch * 6 + 6))
      ? step
      : 0,
  )

/** In the fast loops, as if no side were coated; undefined where what they need does not fit, or the beam is shaped. */
const directInLoops = (
  loops: Loops,
  stage: Stage,
  front: EmitterSamples,
  earlier: EarlierDirect | undefined,
): Float64Array | undefined => {
  const { patches, samples, rays } = stage
  const { steps, flats } = askingOf(stage)
  const around = frontBox(front)
  const { scratch } = loops.regions
  scratch.next = scratch.start
  const [stepsAt, flatsAt, aroundAt, meanAt] = [4, 4, undefined, 8].map(bytes =>
    takeRoom(scratch, bytes === undefined ? 48 : patches.count * bytes),
  )
  const points = loadPoints(loops, samples)
  if (stepsAt === undefined || flatsAt === undefined || aroundAt === undefined || meanAt === undefined) return undefined
  if (!points || !loadFront(loops, front)) return undefined
  loops.i32.set(earlier ? concerned(stage, steps, around, earlier.changes) : steps, stepsAt / 4)
  loops.i32.set(flats, flatsAt / 4)
  loops.f64.set(around, aroundAt / 8)
  if (earlier) loops.f64.set(earlier.mean, meanAt / 8)
  else loops.f64.fill(0, meanAt / 8, meanAt / 8 + patches.count)
  loops.onPatches(
    0,
    patches.count,
    stepsAt,
    flatsAt,
    points.boxes,
    points.points,
    samples.perPatch,
    aroundAt,
    rays.surface.length,
    ownSurface(stage, front.emitter),
    meanAt,
  )
  return loops.f64.slice(meanAt / 8, meanAt / 8 + patches.count)
}

/**
 * Mean direct light on every patch per unit of axis intensity, less what coats turn away.
 * @param earlier what it was before something changed: only patches that it may concern are asked again
 */
export const directOnPatches = (stage: Stage, front: EmitterSamples, earlier?: EarlierDirect): Float64Array => {
  const loops = loopsFor(stage.rays)
  const mean = loops && directInLoops(loops, stage, front, earlier)
  if (!mean) return overPatches(stage, directAtPoint(stage, front))
  const { coated, steps } = askingOf(stage)
  if (coated.length > 0) {
    const at = directAtPoint(stage, front)
    for (const patch of coated) if (steps[patch]! > 0) mean[patch] = meanOver(stage, patch, steps[patch]!, at)
  }
  return mean
}
