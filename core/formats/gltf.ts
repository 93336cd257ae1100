import { Document, WebIO, type Material, type Mesh, type Node } from '@gltf-transform/core'
import { KHRLightsPunctual } from '@gltf-transform/extensions'
import { projectionOf } from '../camera/projection'
import type { CameraSetting, Light, Look, StudioSet } from '../model/schema'
import { facesOf, type Faces } from '../physics/geometry/faces'
import type { Side } from '../physics/geometry/surface'
import { emitterOf, sceneOf } from '../scene/scene'
import { luminance, scaleRgb } from '../physics/units/rgb'
import { ratioFromStops } from '../physics/units/stops'
import { cross, type Vector } from '../physics/units/vector'

/** A place or a way of the room (x right, y toward the camera, z up) as glTF has it: x right, y up, z toward it. */
export const asGltf = ([x, y, z]: Vector): [number, number, number] => [x, z, y]

/**
 * The turn that lays a node's own axes (glTF: it looks along -z, y is up) along two square unit ways, as a quaternion
 * x, y, z, w (the usual way from a rotation's trace; from memory, checked by a test that turns ways with it).
 */
export const turnTo = (ahead: Vector, up: Vector): [number, number, number, number] => {
  const back: Vector = [-ahead[0], -ahead[1], -ahead[2]]
  const right = cross(up, back)
  const m = [right, up, back]
  const trace = m[0]![0] + m[1]![1] + m[2]![2]
  const at = (row: number, column: number) => m[column]![row]!
  if (trace > 0) {
    const s = 2 * Math.sqrt(trace + 1)
    return [(at(2, 1) - at(1, 2)) / s, (at(0, 2) - at(2, 0)) / s, (at(1, 0) - at(0, 1)) / s, s / 4]
  }
  const most = [0, 1, 2].reduce((best, axis) => (at(axis, axis) > at(best, best) ? axis : best), 0)
  const [i, j, k] = [most, (most + 1) % 3, (most + 2) % 3] as [number, number, number]
  const s = 2 * Math.sqrt(Math.max(0, 1 + at(i, i) - at(j, j) - at(k, k)))
  const q: [number, number, number, number] = [0, 0, 0, (at(k, j) - at(j, k)) / s]
  q[i] = s / 4
  q[j] = (at(j, i) + at(i, j)) / s
  q[k] = (at(k, i) + at(i, k)) / s
  return q
}

/** The share at which a spot of glTF has half its light: its fall is squared (KHR_lights_punctual, recommended). */
const HALF = Math.SQRT1_2

/** Cone angles, radians, at which a spot of glTF has half its light at an angle off its axis. */
export const conesFor = (halfDeg: number): { inner: number; outer: number } => {
  const half = Math.cos((halfDeg * Math.PI) / 180)
  const outerCos = (half - HALF) / (1 - HALF)
  if (outerCos >= 0) return { inner: 0, outer: Math.acos(outerCos) }
  return { inner: Math.acos(Math.min(1, half / HALF)), outer: Math.PI / 2 }
}

const roughnessOf = ({ gloss }: Side): number => {
  if (!gloss) return 1
  return gloss.kind === 'coat' ? 0.05 : Math.min(1, Math.sqrt(gloss.halfWidthDeg / 90))
}

/** One mesh for each owner of surfaces, a primitive for each of its materials. */
const meshWriter = (document: Document) => {
  const buffer = document.createBuffer()
  const materials = new Map<string, Material>()
  const materialOf = (side: Side): Material => {
    const key = JSON.stringify(side)
    const known = materials.get(key)
    if (known) return known
    const made = document
      .createMaterial(`Surface ${materials.size + 1}`)
      .setBaseColorFactor([...side.reflectance, 1])
      .setMetallicFactor(0)
      .setRoughnessFactor(roughnessOf(side))
    materials.set(key, made)
    return made
  }
  const accessor = (type: 'VEC3' | 'SCALAR', array: Float32Array<ArrayBuffer> | Uint32Array<ArrayBuffer>) =>
    document.createAccessor().setType(type).setArray(array).setBuffer(buffer)
  return (name: string, faces: readonly Faces[]): Mesh => {
    const mesh = document.createMesh(name)
    for (const { positions, normals, corners, side } of faces)
      mesh.addPrimitive(
        document
          .createPrimitive()
          .setAttribute('POSITION', accessor('VEC3', positions))
          .setAttribute('NORMAL', accessor('VEC3', normals))
          .setIndices(accessor('SCALAR', corners))
          .setMaterial(materialOf(side)),
      )
    return mesh
  }
}

/** Names of what surfaces belong to, for whoever opens the file. */
const nameOf = (set: StudioSet, owner: string): string => {
  const thing = [...set.subjects, ...set.panels, ...set.props].find(({ id }) => id === owner)
  if (thing) return thing.name
  const light = set.lights.find(({ id }) => owner.endsWith(id))
  return light ? `Light ${light.name}, housing` : owner
}

const lightNode = (
  document: Document,
  { set, look, camera }: { set: StudioSet; look: Look; camera: CameraSetting },
  light: Light,
): Node => {
  const emitter = emitterOf(light, set)
  const { on, powerStops } = look.lights[light.id]!
  const whole = luminance(emitter.intensity)
  const colour = scaleRgb(emitter.intensity, 1 / Math.max(...emitter.intensity, 1e-9))
  // A flash's light over one exposure, as a lamp would give it that burns as long as the shutter is open.
  const candela = on ? (whole * ratioFromStops(powerStops)) / (light.lamp.kind === 'flash' ? camera.shutterS : 1) : 0
  const punctual = document.createExtension(KHRLightsPunctual).createLight(`Light ${light.name}`)
  const isBall = light.modifier.front.shape === 'ball'
  const { inner, outer } = conesFor(Math.min(light.modifier.halfIntensityDeg, light.modifier.cutoff?.angleDeg ?? 90))
  punctual
    .setType(isBall ? 'point' : 'spot')
    .setColor([...colour])
    // The colour's own luminance is in the figure, so that both together are the intensity.
    .setIntensity(candela / Math.max(1e-9, luminance(colour)))
  if (!isBall) punctual.setInnerConeAngle(inner).setOuterConeAngle(outer)
  return document
    .createNode(`Light ${light.name}`)
    .setTranslation(asGltf(emitter.centre))
    .setRotation(turnTo(asGltf(emitter.axis), asGltf(emitter.up)))
    .setExtension('KHR_lights_punctual', punctual)
    .setExtras({
      job: light.job,
      lamp: light.lamp.name,
      modifier: light.modifier.name,
      isOn: on,
      powerStops,
      isFlash: light.lamp.kind === 'flash',
    })
}

/**
 * A look of a set as a scene that any 3D program reads (glTF 2.0, binary): room, backdrop, panels, things and subjects
 * as meshes with their reflectances, lights as punctual ones (KHR_lights_punctual, candela), the camera.
 * @param set the set as the look shows it
 * @returns the bytes of a .glb file; metres, y up
 */
export const writeGltf = async (
  set: StudioSet,
  look: Look,
  camera: CameraSetting,
): Promise<Uint8Array<ArrayBuffer>> => {
  const document = new Document()
  document.getRoot().getAsset().generator = 'Keen Tonal'
  const scene = document.createScene(set.name).setExtras({ look: look.name, ...camera })
  document.getRoot().setDefaultScene(scene)
  const meshOf = meshWriter(document)
  const owners = new Map<string, Faces[]>()
  for (const surface of sceneOf(set).surfaces)
    owners.set(surface.owner, [...(owners.get(surface.owner) ?? []), ...facesOf(surface, asGltf)])
  for (const [owner, faces] of owners)
    scene.addChild(document.createNode(nameOf(set, owner)).setMesh(meshOf(nameOf(set, owner), faces)))
  for (const light of set.lights) scene.addChild(lightNode(document, { set, look, camera }, light))
  const { eye, ahead, up, halfWidth, halfHeight } = projectionOf(set)
  scene.addChild(
    document
      .createNode('Camera')
      .setTranslation(asGltf(eye))
      .setRotation(turnTo(asGltf(ahead), asGltf(up)))
      .setCamera(
        document
          .createCamera('Camera')
          .setType('perspective')
          .setYFov(2 * Math.atan(halfHeight))
          .setAspectRatio(halfWidth / halfHeight)
          .setZNear(0.05)
          .setZFar(200),
      ),
  )
  const io = new WebIO().registerExtensions([KHRLightsPunctual])
  return io.writeBinary(document) as Promise<Uint8Array<ArrayBuffer>>
}
