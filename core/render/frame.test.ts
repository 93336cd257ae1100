import { describe, expect, it } from 'vitest'
import { solvedSet } from '#support/solvedSet'
import { expectWithin } from '#support/tolerance'
import { backdropValues } from '#support/backdropValues'
import { NOTHING_LEARNED } from '../calibration/calibration'
import { demoSet } from '../edits/demo'
import { developFrame } from './toneMap'
import { frameSum } from './frameSum'
import type { FrameView } from './gBuffer'
import { projectionOf, throughLens } from '../camera/projection'
import { SRGB_RESPONSE } from '../camera/response'
import { atOnce } from '../shared/steps'
import { cameraView, exposeFrame, lightView } from './takeFrame'

const WIDTH = 96

const frameOf = async (veilingGlare: number) => {
  const set = { ...demoSet(), camera: { ...demoSet().camera, veilingGlare } }
  const { solved, look, points, camera, at } = await solvedSet(set)
  const frame = atOnce(lightView(solved, cameraView(set, solved, WIDTH)))
  const linear = exposeFrame(set, frame, look.lights, camera, NOTHING_LEARNED)
  const data = developFrame(linear, SRGB_RESPONSE)
  const { view } = frame
  const ids = solved.stage.scene.surfaces.map(surface => surface.id)
  return {
    view,
    linear,
    at,
    values: backdropValues(
      { width: view.width, height: view.height, channels: 4, data },
      view,
      ids,
      points,
      SRGB_RESPONSE,
    ),
    ids,
  }
}

describe('the simulated frame', () => {
  it('covers what sensor and focal length say: sensor / focal length times distance', () => {
    const projection = projectionOf(demoSet())
    const lens = throughLens(projection)
    const [left, right] = [lens(0, 0.5).way, lens(1, 0.5).way]
    // 24 mm wide behind 105 mm, 4 m away: 0.914 m. Right of the picture is the camera's right, +x.
    expectWithin(
      (4 * (right[0] - left[0])) / Math.hypot(projection.ahead[1], projection.ahead[2]),
      (24 / 105) * 4,
      1e-9,
    )
    expect(lens(0.5, 0).way[2]).toBeGreaterThan(lens(0.5, 1).way[2])
  })

  it('renders the backdrop as the meter there says, lens veil aside', async () => {
    const { values, at } = await frameOf(0)
    for (const id of ['backdrop/left', 'backdrop/right']) expectWithin(values[id]!, at(id).value!, 3)
  })

  it('lifts everything by the veil, a share of the mean', async () => {
    const [clear, veiled] = [await frameOf(0), await frameOf(0.02)]
    const mean = clear.linear.reduce((sum, value) => sum + value, 0) / clear.linear.length
    const lift = veiled.linear.reduce((sum, value) => sum + value, 0) / veiled.linear.length - mean
    expectWithin(lift / mean, 0.02, 0.001)
  })

  it('adds differences of changed lights to the same as summing all', async () => {
    const count = 4
    const layers = Object.fromEntries(
      ['a', 'b', 'c', 'd', 'e'].map((id, index) => [
        id,
        Float32Array.from({ length: count * 3 }, (_, at) => (at + 1) * (index + 1)),
      ]),
    )
    const sum = frameSum({ view: { width: count, height: 1 } as FrameView, layers })
    const weightsOf = (weights: number[]) =>
      Object.fromEntries(Object.keys(layers).map((id, index) => [id, weights[index] ?? 0]))
    for (const weights of [
      [1, 1, 1, 1, 1],
      [1, 0.5, 1, 1, 1],
      [1, 0.5, 1, 0, 1],
      [0, 0, 0, 0, 0],
      [0, 0, 0, 0, 2],
      [3, 2, 1, 0, 2],
    ]) {
      const light = sum(weightsOf(weights))
      light.forEach((value, at) =>
        expectWithin(
          value,
          weights.reduce((whole, weight, index) => whole + weight * (at + 1) * (index + 1), 0),
          1e-4,
        ),
      )
    }
  })

  it('shows the subject before the backdrop, in the middle', async () => {
    const { view, ids } = await frameOf(0)
    const middle = view.surface[Math.floor(view.height * 0.55) * view.width + view.width / 2]!
    expect(ids[middle]).toBe('sitter')
    expect(ids[view.surface[0]!]).toMatch(/^backdrop\//)
  })
})
