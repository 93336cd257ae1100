import { describe, expect, it } from 'vitest'
import { validateBytes } from 'gltf-validator'
import { WebIO, type Node } from '@gltf-transform/core'
import { KHRLightsPunctual, type Light as PunctualLight } from '@gltf-transform/extensions'
import { demoSet } from '../edits/demo'
import { project, projectionOf } from '../camera/projection'
import { genericKit } from '../kit/genericKit'
import { STARTING_POINTS, startFrom } from '../starting/startFrom'
import { lightingSolver } from '../evaluation/lightingSolver'
import { evaluate } from '../evaluation/evaluation'
import { calibratedLighting } from '../evaluation/calibratedLighting'
import { NOTHING_LEARNED } from '../calibration/calibration'
import { CARD_AT_KEY } from '../evaluation/probes/points'
import { modifierOfKind } from '../physics/sources/modifiers'
import { emitterOf } from '../scene/scene'
import { distance } from '../physics/units/vector'
import { conesFor, turnTo, writeGltf } from './gltf'

const CAMERA = { fNumber: 8, shutterS: 1 / 125, iso: 100 }
const opened = async (bytes: Uint8Array) => {
  const document = await new WebIO().registerExtensions([KHRLightsPunctual]).readBinary(bytes)
  const nodes = document.getRoot().listNodes()
  const named = (name: string): Node => nodes.find(node => node.getName() === name)!
  return { document, nodes, named }
}
/** A way turned by a quaternion: q v q*. */
const turned = ([x, y, z, w]: readonly number[], [a, b, c]: readonly number[]): number[] => {
  const [tx, ty, tz] = [2 * (y! * c! - z! * b!), 2 * (z! * a! - x! * c!), 2 * (x! * b! - y! * a!)]
  return [a! + w! * tx + y! * tz - z! * ty, b! + w! * ty + z! * tx - x! * tz, c! + w! * tz + x! * ty - y! * tx]
}

describe('a set as a scene for 3D programs', () => {
  it('is valid glTF 2.0 for every ready set-up, by the validator of the standard', async () => {
    for (const point of STARTING_POINTS) {
      const { set } = startFrom(demoSet(), point, genericKit())
      const { issues } = await validateBytes(await writeGltf(set, set.looks[0]!, CAMERA))
      expect([point.id, issues.numErrors, issues.numWarnings, issues.messages.slice(0, 3)]).toEqual([
        point.id,
        0,
        0,
        [],
      ])
    }
  })

  it('turns nodes so that they look along their way, upright', () => {
    for (const [ahead, up] of [
      [
        [0, 0, -1],
        [0, 1, 0],
      ],
      [
        [0, 0, 1],
        [0, 1, 0],
      ],
      [
        [1, 0, 0],
        [0, 1, 0],
      ],
      [
        [0, -1, 0],
        [1, 0, 0],
      ],
      [
        [-0.6, 0, 0.8],
        [0, -1, 0],
      ],
    ] as const) {
      const q = turnTo(ahead, up)
      turned(q, [0, 0, -1]).forEach((part, axis) => expect(part).toBeCloseTo(ahead[axis]!, 9))
      turned(q, [0, 1, 0]).forEach((part, axis) => expect(part).toBeCloseTo(up[axis]!, 9))
      expect(Math.hypot(...q)).toBeCloseTo(1, 9)
    }
  })

  it('halves a spot where the lamp has half its light', () => {
    for (const halfDeg of [5, 10, 20, 35, 44, 46, 56, 89]) {
      const { inner, outer } = conesFor(halfDeg)
      // KHR_lights_punctual, recommended: saturate(cos / scale + offset), squared.
      const scale = 1 / Math.max(0.001, Math.cos(inner) - Math.cos(outer))
      const share = Math.min(1, Math.max(0, Math.cos((halfDeg * Math.PI) / 180) * scale - Math.cos(outer) * scale)) ** 2
      expect(share).toBeCloseTo(0.5, 2)
      expect(outer).toBeLessThanOrEqual(Math.PI / 2)
      expect(inner).toBeLessThan(outer)
    }
  })

  it('gives a card as many lux as the app does, by intensity over the square of the distance', async () => {
    const demo = demoSet()
    // A small front is a point to a few thousandths; a large one is off the inverse square near by.
    const modifier = modifierOfKind('reflector')
    const set = { ...demo, lights: demo.lights.map(light => ({ ...light, modifier })) }
    const [look] = set.looks
    const { named } = await opened(await writeGltf(set, look!, CAMERA))
    const key = set.lights.find(({ job }) => job === 'key')!
    const light = named(`Light ${key.name}`).getExtension<PunctualLight>('KHR_lights_punctual')!
    const [r, g, b] = light.getColor()
    const candela = light.getIntensity() * (0.2126 * r + 0.7152 * g + 0.0722 * b)
    const { layers } = (await lightingSolver()(set))!
    const card = evaluate(set, look!, calibratedLighting(set, layers, NOTHING_LEARNED), CAMERA).at(CARD_AT_KEY)
    const direct = card.parts.find(({ lightId }) => lightId === key.id)!.directLuxS
    const awayM = distance(card.point.position, emitterOf(key, set).centre)
    expect(Math.abs(Math.log2((candela * CAMERA.shutterS) / awayM ** 2 / direct))).toBeLessThan(0.02)
  })

  it('puts the camera where the subject falls on the same place of the picture', async () => {
    const set = demoSet()
    const { named, document } = await opened(await writeGltf(set, set.looks[0]!, CAMERA))
    const node = named('Camera')
    const [eye, q] = [node.getTranslation(), node.getRotation()]
    const subject = set.subjects[0]!
    const place = [subject.place.xM + 0.2, subject.place.yM, 1.5] as const
    const seen = project(projectionOf(set), place)!
    const way = [place[0] - eye[0], place[2] - eye[1], place[1] - eye[2]]
    const [x, y, z] = turned([-q[0], -q[1], -q[2], q[3]], way) as [number, number, number]
    const camera = document.getRoot().listCameras()[0]!
    const halfHeight = Math.tan(camera.getYFov() / 2)
    expect(x / -z / (halfHeight * camera.getAspectRatio()!)).toBeCloseTo(seen.u, 4)
    expect(y / -z / halfHeight).toBeCloseTo(seen.v, 4)
  })

  it('has the sitter as tall as in the set, every normal of one length, and says what is off', async () => {
    const set = demoSet()
    const off = {
      ...set,
      looks: set.looks.map(look => ({ ...look, lights: { ...look.lights, key: { on: false, powerStops: -2 } } })),
    }
    const { named } = await opened(await writeGltf(off, off.looks[0]!, CAMERA))
    const mesh = named(set.subjects[0]!.name).getMesh()!
    const heights = mesh.listPrimitives().flatMap(primitive => {
      const array = primitive.getAttribute('POSITION')!
      const normals = primitive.getAttribute('NORMAL')!
      for (let at = 0; at < normals.getCount(); at += 97)
        expect(Math.hypot(...normals.getElement(at, []))).toBeCloseTo(1, 3)
      return [array.getMin([])[1]!, array.getMax([])[1]!]
    })
    expect(Math.max(...heights)).toBeCloseTo(set.subjects[0]!.heightM, 1)
    expect(Math.min(...heights)).toBeGreaterThan(-0.01)
    const key = named('Light A')
    expect(key.getExtension<PunctualLight>('KHR_lights_punctual')!.getIntensity()).toBe(0)
    expect(key.getExtras()).toMatchObject({ isOn: false, job: 'key' })
  })
})
