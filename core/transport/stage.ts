import { rayScene, type RayScene } from './kernel'
import { castRows, type Rows } from './interreflection'
import { samplePatches, type PatchSamples } from './patchSamples'
import { cutIntoPatches, type Patches } from './patches'
import type { Scene } from './surface'

/** How finely light is sampled. Counts are per patch, per point or per side of a light's front. */
export type Quality = {
  raysPerPatch: number
  samplesPerPatch: number
  raysPerPoint: number
  /** A light's front is sampled this many times squared, seen from a patch and from a meter point. */
  frontForPatches: number
  frontForPoints: number
}

export const QUALITY: Quality = { raysPerPatch: 64, samplesPerPatch: 16, raysPerPoint: 1024, frontForPatches: 4, frontForPoints: 12 }

/** A scene made ready for light: everything that does not depend on any lamp. */
export type Stage = { scene: Scene, rays: RayScene, patches: Patches, samples: PatchSamples, rows: Rows, quality: Quality }

export const prepareStage = (scene: Scene, quality: Quality = QUALITY): Stage => {
  const rays = rayScene(scene)
  const patches = cutIntoPatches(scene)
  const samples = samplePatches(scene, patches, quality.samplesPerPatch)
  return { scene, rays, patches, samples, rows: castRows(rays, patches, samples, quality.raysPerPatch), quality }
}
