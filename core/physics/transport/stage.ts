import type { Scene } from '../geometry/surface'
import type { Steps } from '../../shared/steps'
import { changesBetween, type Changes } from './changes'
import { groundOf, type Ground } from './follow'
import { castRows, type Rows } from './rows'
import { samplePatches, type PatchSamples } from './patchSamples'
import { mirrorsOf, type Mirrors } from './mirrors'

/** How finely light is sampled. Counts are per patch, per point or per side of a light's front. */
export type Quality = {
  raysPerPatch: number
  samplesPerPatch: number
  raysPerPoint: number
  /** A light's front is sampled this many times squared, seen from a patch and from a meter point. */
  frontForPatches: number
  frontForPoints: number
  /** Another number draws other rays and samples, so that noise can be told from what is left out. */
  seed: number
}

/** Rays and rounds of a whole solve. */
export const QUALITY: Quality = {
  raysPerPatch: 64,
  samplesPerPatch: 16,
  raysPerPoint: 2048,
  frontForPatches: 4,
  frontForPoints: 16,
  seed: 0,
}

/** A first answer while things move: about a quarter of the rays. */
export const DRAFT_QUALITY: Quality = {
  ...QUALITY,
  raysPerPatch: 16,
  samplesPerPatch: 6,
  raysPerPoint: 256,
  frontForPoints: 8,
}

/** A scene made ready for light: everything that does not depend on any lamp. */
export type Stage = Ground & { samples: PatchSamples; rows: Rows; mirrors: Mirrors; quality: Quality }

/** Everything of a scene that does not depend on its lights, in steps. */
export function* prepareStage(scene: Scene, quality: Quality = QUALITY): Steps<Stage> {
  return (yield* renewStage(undefined, scene, quality)).stage
}

/**
 * The same, from a stage that stood before: rays that what has changed does not concern end where they did, so that
 * the answer is that of a stage made anew. With it comes what has changed; undefined where all was made anew.
 */
export function* renewStage(
  before: Stage | undefined,
  scene: Scene,
  quality: Quality,
): Steps<{ stage: Stage; changes: Changes | undefined }> {
  const ground = groundOf(scene)
  const { patches } = ground
  const samples = samplePatches(scene, patches, quality.samplesPerPatch, quality.seed)
  const changes = before?.quality === quality ? changesBetween(before, ground) : undefined
  const rows = yield* castRows(ground, samples, quality.raysPerPatch, {
    seed: quality.seed,
    earlier: before && changes && { rows: before.rows, changes },
  })
  return { stage: { ...ground, samples, rows, mirrors: mirrorsOf(scene, samples, patches), quality }, changes }
}
