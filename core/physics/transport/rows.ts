import { loopsFor, noHit, RAY_OFFSET_M } from '../geometry/kernel'
import { loadPatches, loadPoints } from '../loops/groundInLoops'
import { STRUCK_GLOSS, UNKNOWN_REACH } from '../loops/layout'
import { takeRoom, type Loops } from '../loops/loops'
import type { Steps } from '../../shared/steps'
import { NO_CHANGES, putChanges, type Changes } from './changes'
import { directionAround, followRay, type Ground } from './follow'
import { enteringShare } from './gloss'
import { sideOfPatch } from './patches'
import type { PatchSamples } from './patchSamples'
import { fraction, R2_STEP_X, R3_STEPS, scramble, SEED_SALTS } from './sequence'

/** What each patch sees: the patches that its cosine-distributed rays end on; -1 for a ray that brings nothing. */
export type Rows = {
  /** Rays of patch p stand at `first[p] .. first[p + 1] - 1`. */
  first: Int32Array
  seen: Int32Array
  /** Length of each ray, metres: tells whether a change concerns it; below 0 where it is not known. */
  reach: Float32Array
}

const PATCHES_A_STEP = 64
/** Takes a second draw from one number that has nothing to do with the first. */
const LUCK_APART = 1021

/** What rays saw before something changed. */
export type Earlier = { rows: Rows; changes: Changes }

type Work = { ground: Ground; samples: PatchSamples; rows: Rows; seed: number; changes: Changes | undefined }

const rowsFor = ({ patches }: Ground, { exposed }: PatchSamples, raysPerPatch: number): Rows => {
  const first = new Int32Array(patches.count + 1)
  for (let patch = 0; patch < patches.count; patch++)
    first[patch + 1] = first[patch]! + (exposed[patch] ? raysPerPatch : 0)
  const rays = first[patches.count]!
  return { first, seen: new Int32Array(rays), reach: new Float32Array(rays) }
}

/** Casts the rays of one patch; those of its row alone that still wait for it, where a few are left. */
const castPatch = ({ ground, samples, rows, seed }: Work, patch: number, areFewLeft: boolean): void => {
  const { gloss } = sideOfPatch(ground.scene, ground.patches, patch)
  const [place, high, round, lucky] = [1, 2, 3, 4].map(salt => scramble(patch, salt + SEED_SALTS * seed)) as [
    number,
    number,
    number,
    number,
  ]
  const way = new Float64Array(3)
  const hit = noHit()
  const p = samples.points
  const start = rows.first[patch]!
  const count = rows.first[patch + 1]! - start
  for (let ray = 0; ray < count; ray++) {
    if (areFewLeft && rows.seen[start + ray] !== STRUCK_GLOSS) continue
    rows.reach[start + ray] = UNKNOWN_REACH
    // Place and direction come from one three-dimensional sequence, or places would favour directions.
    const at = (patch * samples.perPatch + Math.floor(fraction(place + ray * R3_STEPS[2]) * samples.perPatch)) * 6
    const a = fraction(high + ray * R3_STEPS[0])
    const luck = fraction(lucky + ray * R2_STEP_X)
    if (gloss && fraction(luck * LUCK_APART) >= enteringShare(gloss, Math.sqrt(1 - a))) {
      rows.seen[start + ray] = -1
      continue
    }
    const nx = p[at + 3]!
    const ny = p[at + 4]!
    const nz = p[at + 5]!
    const angle = 2 * Math.PI * fraction(round + ray * R3_STEPS[1])
    directionAround(nx, ny, nz, Math.sqrt(a), Math.sqrt(1 - a), angle, way)
    rows.seen[start + ray] = followRay(
      ground,
      p[at]! + RAY_OFFSET_M * nx,
      p[at + 1]! + RAY_OFFSET_M * ny,
      p[at + 2]! + RAY_OFFSET_M * nz,
      way[0]!,
      way[1]!,
      way[2]!,
      luck,
      hit,
    )
  }
}

/** Casts the rays of patches in the fast loops; false where what they need does not fit. */
const castInLoops = (loops: Loops, work: Work, from: number, to: number): boolean => {
  const { ground, samples, rows, seed, changes } = work
  const points = loadPatches(loops, ground) ? loadPoints(loops, samples) : undefined
  const { scratch } = loops.regions
  const [start, end] = [rows.first[from]!, rows.first[to]!]
  scratch.next = scratch.start
  const firsts = takeRoom(scratch, rows.first.byteLength)
  const [seen, reach] = [takeRoom(scratch, (end - start) * 4), takeRoom(scratch, (end - start) * 4)]
  const put = changes ? putChanges(loops, changes) : NO_CHANGES
  if (!points || firsts === undefined || seen === undefined || reach === undefined || !put) return false
  loops.i32.set(rows.first, firsts / 4)
  if (changes) {
    loops.i32.set(rows.seen.subarray(start, end), seen / 4)
    loops.f32.set(rows.reach.subarray(start, end), reach / 4)
  }
  const salt = SEED_SALTS * seed
  loops.rows(from, to, firsts, points.points, samples.perPatch, salt, seen, reach, put.changes, put.touched)
  rows.seen.set(loops.i32.subarray(seen / 4, seen / 4 + end - start), start)
  rows.reach.set(loops.f32.subarray(reach / 4, reach / 4 + end - start), start)
  return true
}

/** Follows what struck a glossy side through its mirrors, and casts the rays of patches that are glossy themselves. */
const followGloss = (work: Work, from: number, to: number): void => {
  const { ground, rows } = work
  for (let patch = from; patch < to; patch++) {
    if (sideOfPatch(ground.scene, ground.patches, patch).gloss) castPatch(work, patch, false)
    else if (rows.seen.subarray(rows.first[patch], rows.first[patch + 1]).includes(STRUCK_GLOSS))
      castPatch(work, patch, true)
  }
}

/**
 * Casts the rays of every patch. The rows hold for any lights, as long as surfaces stay where they are.
 * @param earlier what they saw before something changed: only rays that it may concern are cast again
 */
export function* castRows(
  ground: Ground,
  samples: PatchSamples,
  raysPerPatch: number,
  { seed = 0, earlier }: { seed?: number; earlier?: Earlier } = {},
): Steps<Rows> {
  const loopsAtFirst = loopsFor(ground.rays)
  const rows = rowsFor(ground, samples, raysPerPatch)
  const mayKeep = earlier && loopsAtFirst && earlier.rows.seen.length === rows.seen.length
  if (mayKeep) {
    rows.seen.set(earlier.rows.seen)
    rows.reach.set(earlier.rows.reach)
  }
  const work = { ground, samples, rows, seed, changes: mayKeep ? earlier.changes : undefined }
  const { count } = ground.patches
  const isAnyGlossy = ground.isGlossy.includes(1)
  for (let from = 0; from < count; from += PATCHES_A_STEP) {
    yield from / count
    const to = Math.min(count, from + PATCHES_A_STEP)
    const loops = loopsFor(ground.rays)
    if (!loops || !castInLoops(loops, work, from, to)) {
      for (let patch = from; patch < to; patch++) castPatch(work, patch, false)
    } else if (isAnyGlossy) followGloss(work, from, to)
  }
  return rows
}
