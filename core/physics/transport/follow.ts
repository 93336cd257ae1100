import { castRay, RAY_OFFSET_M, rayScene, type Hit, type RayScene } from '../geometry/kernel'
import { sideOf, type Scene } from '../geometry/surface'
import { pointOn } from '../geometry/surfacePoint'
import { direction, dot, type Vector } from '../units/vector'
import { glossShare, lobeExponent } from './gloss'
import { cutIntoPatches, patchAt, type Patches } from './patches'
import { fraction, scramble } from './sequence'

/** A scene with its rays and patches: what following a ray needs. */
export type Ground = {
  scene: Scene
  rays: RayScene
  patches: Patches
  /** 1 for each surface with a glossy side. */
  isGlossy: Uint8Array
}

/** What paths need to know of a scene's surfaces. */
export const groundOf = (scene: Scene): Ground => ({
  scene,
  rays: rayScene(scene),
  patches: cutIntoPatches(scene),
  isGlossy: Uint8Array.from(scene.surfaces, surface =>
    (surface.shape === 'body' ? surface.materials : [surface.front, surface.back]).some(side => side.gloss) ? 1 : 0,
  ),
})

/** Mirrors that one ray may meet; light that would go on longer is dropped. */
const MOST_MIRRORS = 4

/** Unit direction about a normal; `level` and `rise` are its parts across and along the normal. Writes to `out`. */
export const directionAround = (
  nx: number,
  ny: number,
  nz: number,
  level: number,
  rise: number,
  angle: number,
  out: Float64Array,
): void => {
  // A frame around the normal without branches (T. Duff and others, "Building an Orthonormal Basis, Revisited", 2017).
  const sign = nz >= 0 ? 1 : -1
  const a = -1 / (sign + nz)
  const b = nx * ny * a
  const u = level * Math.cos(angle)
  const v = level * Math.sin(angle)
  out[0] = u * (1 + sign * nx * nx * a) + v * b + rise * nx
  out[1] = u * sign * b + v * (sign + ny * ny * a) + rise * ny
  out[2] = -u * sign * nx - v * ny + rise * nz
}

const material = ({ scene }: Ground, hit: Hit): number => {
  const surface = scene.surfaces[hit.surface]!
  return surface.shape === 'body' ? surface.mesh.material[hit.triangle]! : 0
}

/** Mirrors a direction in a plane square to a normal. */
export const mirrored = (way: Vector, normal: Vector): Vector => {
  const twice = 2 * dot(way, normal)
  return [way[0] - twice * normal[0], way[1] - twice * normal[1], way[2] - twice * normal[2]]
}

/**
 * The patch whose evenly scattered light a ray brings: on a glossy side the ray goes on from its mirror or lobe as
 * often as that
 * takes the light, else it ends there. `luck` picks among them, repeatably. -1 where the ray brings nothing.
 */
export const followRay = (
  ground: Ground,
  x: number,
  y: number,
  z: number,
  dx: number,
  dy: number,
  dz: number,
  luck: number,
  hit: Hit,
): number => {
  castRay(ground.rays, x, y, z, dx, dy, dz, hit)
  if (ground.isGlossy[hit.surface]) followMirrors(ground, [dx, dy, dz], luck, hit)
  return patchAt(ground.scene, ground.patches, hit)
}

const followMirrors = (ground: Ground, start: Vector, luck: number, hit: Hit): void => {
  let way = start
  for (let mirror = 0; hit.surface >= 0; mirror++) {
    const surface = ground.scene.surfaces[hit.surface]!
    const { gloss } = sideOf(surface, hit.isFront, material(ground, hit))
    if (gloss === null) return
    const { position, normal } = pointOn(surface, hit.s, hit.t, hit.isFront, hit.triangle)
    const share = glossShare(gloss, Math.min(1, Math.abs(dot(direction(way), normal))))
    const draw = fraction(scramble(mirror, 17) + luck)
    if (draw >= share) return
    way = direction(mirrored(way, normal))
    if (gloss.kind === 'lobe') {
      const spread = new Float64Array(3)
      const rise = (1 - fraction(draw * 7919)) ** (1 / (lobeExponent(gloss.halfWidthDeg) + 1))
      directionAround(
        ...way,
        Math.sqrt(Math.max(0, 1 - rise * rise)),
        rise,
        2 * Math.PI * fraction(draw * 104729),
        spread,
      )
      way = [spread[0]!, spread[1]!, spread[2]!]
    }
    if (mirror === MOST_MIRRORS || dot(way, normal) <= 0) {
      hit.surface = -1
      return
    }
    castRay(
      ground.rays,
      position[0] + RAY_OFFSET_M * normal[0],
      position[1] + RAY_OFFSET_M * normal[1],
      position[2] + RAY_OFFSET_M * normal[2],
      ...way,
      hit,
    )
  }
}
