import { beforeAll, describe, expect, it } from 'vitest'
import { solvedSet } from '#support/solvedSet'
import { expectWithin } from '#support/tolerance'
import { demoSet } from '../edits/demo'
import { FLOOR } from '../model/placeIds'
import { meterPoints } from '../evaluation/probes/points'
import { roomBounds } from '../model/bounds'
import { NOTHING_LEARNED } from '../calibration/calibration'
import { atOnce } from '../shared/steps'
import { toneMapLight, NO_VEIL } from './toneMap'
import { exposureGain } from '../camera/exposureGain'
import { FOR_MAPS } from './frameLight'
import { frameSum } from './frameSum'
import { castFrame } from './gBuffer'
import { lightOnMap } from './lightOnMap'
import { probeFrame } from './probe'
import { ontoFloor, project, projectionOf, throughLens } from '../camera/projection'
import { responseOf } from '../camera/response'
import { cameraView, frameWeights, lightView, type LitFrame } from './takeFrame'

const set = demoSet()
let solved: Awaited<ReturnType<typeof solvedSet>>
let frame: LitFrame
let weights: Record<string, number>
beforeAll(async () => {
  solved = await solvedSet(set)
  frame = atOnce(lightView(solved.solved, cameraView(set, solved.solved, 60)))
  weights = frameWeights(set, solved.look.lights, solved.camera, NOTHING_LEARNED)
})

describe('the probe', () => {
  it('says what the developed picture shows there, the lens’s veil aside', () => {
    const data = toneMapLight(frameSum(frame)(weights), exposureGain(solved.camera), NO_VEIL, responseOf(set.camera))
    for (const [u, v] of [
      [0.1, 0.1],
      [0.5, 0.62],
      [0.85, 0.4],
    ] as const) {
      const { values, shares } = probeFrame(frame, { u, v }, weights, {
        gain: exposureGain(solved.camera),
        response: responseOf(set.camera),
      })
      const pixel = Math.floor(v * frame.view.height) * frame.view.width + Math.floor(u * frame.view.width)
      expectWithin(values[1], data[pixel * 4 + 1]!, 6)
      expectWithin(
        Object.values(shares).reduce((sum, share) => sum + share, 0),
        1,
        1e-6,
      )
    }
  })

  it('gives the key the face, and the backdrop lights the backdrop', () => {
    const at = (place: readonly [number, number, number]) => {
      const { u, v } = project(projectionOf(set), place)!
      return probeFrame(frame, { u: (u + 1) / 2, v: (1 - v) / 2 }, weights, {
        gain: 1,
        response: responseOf(set.camera),
      }).shares
    }
    expect(at([-0.03, 3.7, 1.6])['key']).toBeGreaterThan(0.8)
    expect(at([-0.6, 0, 2])['key']).toBeLessThan(0.3)
  })

  it('reads within the frame, however far out it is asked', () => {
    expect(
      probeFrame(frame, { u: -3, v: 9 }, weights, { gain: 1, response: responseOf(set.camera) }).values.every(
        Number.isFinite,
      ),
    ).toBe(true)
  })
})

describe('the window of the camera', () => {
  it('casts the ray of every place back to that place', () => {
    const projection = projectionOf(set)
    for (const [u, v] of [
      [0.2, 0.7],
      [0.5, 0.5],
      [0.9, 0.1],
    ] as const) {
      const { from, way } = throughLens(projection)(u, v)
      const seen = project(projection, [from[0] + 3 * way[0], from[1] + 3 * way[1], from[2] + 3 * way[2]])!
      expectWithin(seen.u, 2 * u - 1, 1e-9)
      expectWithin(seen.v, 1 - 2 * v, 1e-9)
    }
    expect(project(projection, [0, 20, 1])).toBeUndefined()
  })
})

describe('light on the floor', () => {
  it('is what a meter reads there', () => {
    const width = 32
    const view = castFrame(
      solved.solved.stage,
      ontoFloor(set),
      width,
      Math.round((width * set.room.depthM) / set.room.widthM),
    )
    const lit = atOnce(lightView(solved.solved, view, FOR_MAPS))
    const stops = lightOnMap(frameSum(lit)(weights), view, solved.camera)
    const {
      position: [x, y],
    } = meterPoints(set).find(({ id }) => id === FLOOR)!
    const { left, right, back, front } = roomBounds(set.room)
    const cell =
      Math.floor(((y - back) / (front - back)) * view.height) * width +
      Math.floor(((x - left) / (right - left)) * width)
    expectWithin(stops[cell]!, solved.at(FLOOR).stops, 0.15)
  })
})
