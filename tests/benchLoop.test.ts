import { decode } from 'fast-png'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { solvedSet } from '#support/solvedSet'
import { SRGB_RESPONSE } from '#core/camera/response'
import { cameraView } from '#core/camera/takeFrame'
import { backdropValues } from '#core/frames/readFrame'
import { correctionFor } from '#core/metering/correction'
import { learnFrom } from '#core/metering/learning'
import { surpriseStops } from '#core/metering/compare'
import { recordReading } from '#core/metering/record'
import { meteringRun } from '#core/metering/run'
import { demoSet } from '#core/set/demo'
import { addReading, changeExposure, changeSettings } from '#core/set/edits'
import { BACKDROP_MIDDLE } from '#core/set/points'
import type { StudioSet } from '#core/set/schema'
import { solveLook } from '#core/solve/lookPowers'
import { benchFrame, benchReading } from '../server/bench/answers'

/** Sets the powers that the plan asks for, as it knows the lamps by now. */
const setPowers = async (set: StudioSet): Promise<StudioSet> => {
  const { look, points, lighting, camera } = await solvedSet(set)
  return changeSettings(set, look.id, solveLook(set, look, points, camera, lighting).settings)
}

/** Plans, meters every step on the bench with its corrections, and sets the lamps by what was learned. */
const rehearse = async (seed: number): Promise<StudioSet> => {
  const { camera } = await solvedSet(demoSet())
  let set = await setPowers(changeExposure(demoSet(), 'white', { fNumber: camera.fNumber, followsPointId: null }))
  const { points, lighting } = await solvedSet(set)
  const steps = meteringRun(set, set.lights.map(light => light.id), points)
  for (const [take, step] of steps.entries()) {
    const look = set.looks[0]!
    const fNumber = await benchReading({ set, lookId: look.id, camera, seed, take, pointId: step.pointId, lightIds: step.lightIds })
    const point = points.find(candidate => candidate.id === step.pointId)!
    const reading = recordReading(set, look, step, point, camera, lighting.layers, { id: `reading-${take}`, at: '2026-01-01T00:00:00.000Z', fNumber: fNumber!, source: 'bench' })
    const off = surpriseStops(reading, learnFrom(set.readings))
    set = addReading(set, reading)
    const light = set.lights.find(candidate => candidate.id === step.lightIds[0])!
    if (step.kind === 'alone') set = changeSettings(set, look.id, { [light.id]: { on: true, powerStops: correctionFor(light, look.lights[light.id]!.powerStops, off).powerStops } })
  }
  return setPowers(set)
}

/** By studio: stops of the truth at the subject over what the plan predicts after the run. */
const surprisesAfter: number[] = []

describe('a rehearsal on the bench', () => {
  it.each([1, 2, 3, 4, 5, 6, 7, 8])('of studio %s ends with the backdrop within a tenth of a stop of 250 in the frame', async (seed) => {
    const set = await rehearse(seed)
    const { solved, camera, points, at } = await solvedSet(set)
    const picture = decode(await benchFrame({ set, lookId: 'white', camera, seed, take: 99, width: 80 }))
    const view = cameraView(set, solved, picture.width)
    const values = backdropValues(picture, view, solved.stage.scene.surfaces.map(surface => surface.id), points, SRGB_RESPONSE)
    const inFrame = SRGB_RESPONSE.linearFromValue(values[BACKDROP_MIDDLE]!) / SRGB_RESPONSE.linearFromValue(250)
    expectWithin(Math.log2(inFrame), 0, 0.1)
    // What many readings of the truth show in the mean, against what the plan predicts by now.
    const readings = await Promise.all(Array.from({ length: 12 }, (_, index) => benchReading({ set, lookId: 'white', camera, seed, take: 100 + index, pointId: 'subject/key-side', lightIds: set.lights.map(light => light.id) })))
    const surprises = readings.map(fNumber => 2 * Math.log2(fNumber! / at('subject/key-side').fNumber))
    surprisesAfter.push(surprises.reduce((sum, stops) => sum + stops, 0) / surprises.length)
    expect(Object.keys(learnFrom(set.readings).lightStops).length).toBe(3)
  })
  it('leaves a plan that agrees with the meter', () => {
    // Two readings at the subject, each with 0.05 stop of noise and a tenth's rounding, leave 0.04; lamps unread would leave 0.2.
    expect(surprisesAfter.length).toBe(8)
    expect(Math.sqrt(surprisesAfter.reduce((sum, stops) => sum + stops * stops, 0) / 8)).toBeLessThan(0.08)
  })
})
