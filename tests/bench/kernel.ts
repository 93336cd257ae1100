import { BufferAttribute, BufferGeometry, DoubleSide, Ray, Vector3 } from 'three'
import { MeshBVH } from 'three-mesh-bvh'
import { castRay, isBlocked, noHit, rayScene } from '#core/physics/geometry/kernel'
import type { Scene } from '#core/physics/geometry/surface'
import type { StudioSet } from '#core/model/schema'
import { sceneOf } from '#core/scene/scene'
import { raysIn } from '../support/raysIn'
import { medianMs } from './measure'
import { tessellate } from './tessellate'

const RAYS = 50_000

/** A small repeatable generator (Numerical Recipes' linear congruence). */
const draws = () => {
  let state = 1
  return () => {
    state = (state * 1664525 + 1013904223) >>> 0
    return state / 2 ** 32
  }
}

/** Every ray cast by the core; answers how many struck something. */
const castAll = (scene: Scene, rays: Float64Array) => {
  const laid = rayScene(scene)
  const hit = noHit()
  return () => {
    let struck = 0
    for (let at = 0; at < rays.length; at += 6) {
      castRay(laid, rays[at]!, rays[at + 1]!, rays[at + 2]!, rays[at + 3]!, rays[at + 4]!, rays[at + 5]!, hit)
      if (hit.surface >= 0) struck += 1
    }
    return struck
  }
}

/** The same by a general-purpose library on the same geometry as triangles. */
const castAllGenerally = (scene: Scene, rays: Float64Array) => {
  const geometry = new BufferGeometry()
  geometry.setAttribute('position', new BufferAttribute(tessellate(scene), 3))
  const bvh = new MeshBVH(geometry)
  const ray = new Ray(new Vector3(), new Vector3())
  return () => {
    let struck = 0
    for (let at = 0; at < rays.length; at += 6) {
      ray.origin.set(rays[at]!, rays[at + 1]!, rays[at + 2]!)
      ray.direction.set(rays[at + 3]!, rays[at + 4]!, rays[at + 5]!)
      if (bvh.raycastFirst(ray, DoubleSide)) struck += 1
    }
    return struck
  }
}

const perSecond = (ms: number) => `${(RAYS / ms / 1000).toFixed(2)} M`

/** Rays per second of the core and of the library, side by side. */
export const compareKernels = async (sets: readonly { name: string; set: StudioSet }[]): Promise<void> => {
  console.log(
    '\nRays a second, nearest hit, any rays in the room\n\n| set | core | general-purpose library | ratio (budget 14) | core, shadow rays of 4 m |\n|---|---|---|---|---|',
  )
  for (const { name, set } of sets) {
    const scene = sceneOf(set)
    const rays = Float64Array.from(raysIn(set, RAYS, draws()).flat())
    const [own, general] = [castAll(scene, rays), castAllGenerally(scene, rays)]
    if (own() !== general()) throw new Error('The two kernels disagree on what the rays strike.')
    const laid = rayScene(scene)
    const shadows = () => {
      let blocked = 0
      for (let at = 0; at < rays.length; at += 6)
        if (
          isBlocked(
            laid,
            rays[at]!,
            rays[at + 1]!,
            rays[at + 2]!,
            4 * rays[at + 3]!,
            4 * rays[at + 4]!,
            4 * rays[at + 5]!,
          )
        )
          blocked += 1
      return blocked
    }
    const [ownMs, generalMs, shadowMs] = [
      await medianMs({ name, run: own }),
      await medianMs({ name, run: general }),
      await medianMs({ name, run: shadows }),
    ]
    console.log(
      `| ${name} | ${perSecond(ownMs)} | ${perSecond(generalMs)} | ${(generalMs / ownMs).toFixed(1)} | ${perSecond(shadowMs)} |`,
    )
  }
}
