import { bench, describe } from 'vitest'
import { cameraView, lightView } from '#core/camera/takeFrame'
import { atOnce } from '#core/units/steps'
import { demoSet } from '#core/set/demo'
import { moveLight, moveSubject } from '#core/set/edits'
import { lightingSolver } from '#core/set/lightingSolver'
import { meterPoints } from '#core/set/points'
import type { StudioSet } from '#core/set/schema'
import { NOTHING_LEARNED } from '#core/metering/learning'
import { solveLook } from '#core/solve/lookPowers'
import { readLook } from '#core/tone/readout'

/** The demo set with eight lights: its key and seven more around the backdrop. */
const eightLights = (): StudioSet => {
  const set = demoSet()
  const more = Array.from({ length: 5 }, (_, index) => ({ ...set.lights[1]!, id: `more-${index}`, name: `M${index}`, place: { xM: -2 + index, yM: 1.6, zM: 2.4 } }))
  const lights = [...set.lights, ...more]
  const look = set.looks[0]!
  return { ...set, lights, looks: [{ ...look, lights: Object.fromEntries(lights.map(light => [light.id, { on: true, powerStops: -4 }])) }] }
}

const set = eightLights()
const solve = lightingSolver()
const solved = (await solve(set))!
const points = meterPoints(set)
const look = set.looks[0]!
const lighting = { layers: solved.layers, learned: NOTHING_LEARNED }
const camera = { fNumber: 10, shutterS: 1 / 125, iso: 100 }
let step = 0

describe('eight lights in the demo room', () => {
  bench('a power changes: readings of all points', () => {
    readLook(set, look, points, camera, lighting)
  })
  bench('powers solved for the look\'s targets', () => {
    solveLook(set, look, look.targets, points, camera, lighting)
  })
  bench('one light moved: all points, interreflection included', async () => {
    step += 1
    await solve(moveLight(set, 'key', { xM: -1 - (step % 50) / 100, yM: 4.9, zM: 2 }))
  })
  bench('the subject moved: everything solved again', async () => {
    step += 1
    await solve(moveSubject(set, 'sitter', (step % 50) / 100, 3.6))
  }, { iterations: 5, warmupIterations: 1 })
  bench('frame 208 x 312 lit by all lights', () => {
    atOnce(lightView(solved, cameraView(set, solved, 208)))
  }, { iterations: 3, warmupIterations: 0 })
})
