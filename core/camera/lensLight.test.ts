import { describe, expect, it } from 'vitest'
import { closedBox, EMPTY, testEmitter } from '#support/scenes'
import { expectShare, expectWithin } from '#support/tolerance'
import { atOnce } from '../shared/steps'
import { demoSet } from '../edits/demo'
import { opaqueSheet, matt, type Scene } from '../physics/geometry/surface'
import { solveField } from '../physics/transport/lightLayer'
import { DRAFT_QUALITY, prepareStage } from '../physics/transport/stage'
import { grey } from '../physics/units/rgb'
import { add, direction, scale, type Vector } from '../physics/units/vector'
import { lensLightOf, lensLuminance, lensTotal, lensViewOf, solidAngle } from './lensLight'
import { projectionOf } from './projection'

const projection = projectionOf(demoSet())
const { eye, ahead, right: across, up, halfWidth, halfHeight } = projection
const AWAY_M = 2

/** A place before the lens: ahead by two metres, aside and up by degrees. */
const before = (asideDeg: number, upDeg: number): Vector => {
  const part = (deg: number) => AWAY_M * Math.tan((deg * Math.PI) / 180)
  return add(add(add(eye, scale(ahead, AWAY_M)), scale(across, part(asideDeg))), scale(up, part(upDeg)))
}
const lamp = (place: Vector) =>
  testEmitter(
    { shape: 'disc', radiusM: 0.01 },
    place,
    direction([eye[0] - place[0], eye[1] - place[1], eye[2] - place[2]]),
  )
const inLens = (scene: Scene, place: Vector) => {
  const stage = atOnce(prepareStage(scene, DRAFT_QUALITY))
  return lensLightOf(stage, lensViewOf(stage, projection), solveField(stage, lamp(place)))
}
/** Light flat on the lens from a lamp of intensity 1 that looks at it. */
const onLens = (asideDeg: number, upDeg: number) => {
  const [a, b] = [asideDeg, upDeg].map(deg => Math.tan((deg * Math.PI) / 180)) as [number, number]
  return 1 / (AWAY_M ** 2 * (1 + a * a + b * b) ** 1.5)
}
const outOf = (half: number, deg: number) => (Math.atan(half) * 180) / Math.PI + deg

describe('stray light in a lens', () => {
  // Whatever lies in the frame: surfaces of radiosity M in all directions fill it as even light of M does.
  it('of a scene is the mean of what the frame shows', () => {
    const walls = closedBox(4, 5, 3, 0.5)
    const stage = atOnce(prepareStage(walls, DRAFT_QUALITY))
    const inside = { ...projection, eye: [2, 4, 1.5] as Vector }
    const view = lensViewOf(stage, inside)
    const field = solveField(stage, testEmitter({ shape: 'disc', radiusM: 0.01 }, [2, 3, 2], [0, -1, 0]))
    const even = { ...field, radiosity: field.radiosity.map((_, at) => [3, 5, 7][at % 3]!), shining: undefined }
    lensLightOf(stage, view, even).scene.forEach((sum, channel) => expectWithin(sum, [3, 5, 7][channel]!, 1e-9))
    const lit = { ...even, shining: field.radiosity.map(() => 2) }
    lensLightOf(stage, view, lit).scene.forEach((sum, channel) => expectWithin(sum, [5, 7, 9][channel]!, 1e-9))
    expectWithin(view.frameSr, solidAngle(halfWidth, halfHeight), 1e-12)
  })

  // Even light on a white surface that fills the frame: its luminance E / pi gives pi times less than that over the
  // frame's solid angle at the lens, so that the lamp's light on the lens counts pi / sr times.
  it('of a lamp in the frame is its light on the lens over the frame’s solid angle', () => {
    for (const [aside, high] of [
      [0, 0],
      [2, 0],
      [-3, 4],
    ] as const) {
      const { lamp: own, scene } = inLens(EMPTY, before(aside, high))
      for (const channel of own)
        expectShare(channel, (Math.PI * onLens(aside, high)) / solidAngle(halfWidth, halfHeight), 1e-3)
      expect(scene).toEqual([0, 0, 0])
    }
  })

  it('of a lamp outside falls to a tenth at the edge and by 1/e for each twenty degrees, the same on all sides', () => {
    const out = (aside: number, high: number) => inLens(EMPTY, before(aside, high)).lamp[1] / onLens(aside, high)
    const middle = out(0, 0)
    for (const side of [1, -1]) {
      expectShare(out(side * outOf(halfWidth, 0.001), 0) / middle, 0.1, 2e-3)
      expectShare(out(side * outOf(halfWidth, 20), 0) / middle, 0.1 / Math.E, 2e-3)
      expectShare(out(0, side * outOf(halfHeight, 10)) / middle, 0.1 / Math.sqrt(Math.E), 2e-3)
      // Out over a corner both count, as the sides of a triangle.
      expectShare(out(side * outOf(halfWidth, 12), outOf(halfHeight, 16)) / middle, 0.1 / Math.E, 2e-3)
    }
  })

  it('is none of a lamp behind the camera, or behind something', () => {
    expect(inLens(EMPTY, add(eye, scale(ahead, -1))).lamp).toEqual([0, 0, 0])
    const half = add(eye, scale(ahead, 1))
    const board = opaqueSheet(
      'board',
      'board',
      add(add(half, scale(across, -0.3)), scale(up, -0.3)),
      scale(across, 0.6),
      scale(up, 0.6),
      matt(grey(0.5)),
    )
    expect(inLens({ ...EMPTY, surfaces: [board] }, before(0, 0)).lamp).toEqual([0, 0, 0])
  })

  it('is the sum of both, weighed as the eye does', () => {
    const light = { scene: [1, 2, 3] as const, lamp: [10, 20, 30] as const }
    expect(lensTotal({ scene: [...light.scene], lamp: [...light.lamp] })).toEqual([11, 22, 33])
    // ITU-R BT.709: 0.2126, 0.7152, 0.0722.
    expectWithin(lensLuminance({ scene: [1, 2, 3], lamp: [10, 20, 30] }), 0.2126 * 11 + 0.7152 * 22 + 0.0722 * 33, 1e-9)
  })
})
