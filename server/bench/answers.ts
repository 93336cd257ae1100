import { encode } from 'fast-png'
import { responseOf } from '#core/camera/response'
import { developFrame } from '#core/camera/develop'
import { cameraView, exposeFrame, lightView } from '#core/camera/takeFrame'
import { lightingSolver } from '#core/set/lightingSolver'
import { meterPoints } from '#core/set/points'
import type { CameraSetting, StudioSet } from '#core/set/schema'
import { onlyOn } from '#core/set/settings'
import { readPoint } from '#core/tone/readout'
import { fNumberFromStops, stopsFromFNumber } from '#core/units/aperture'
import { atOnce } from '#core/units/steps'
import { roundToClicks } from '#core/units/stops'
import { normalDraw } from './chance'
import type { FrameRequest, ReadingRequest } from './requests'
import { trueOutputs, trueStudio } from './trueStudio'

/** Spread of a hand-held reading, and the step that the simulated meter shows. */
const METER_NOISE_STOPS = 0.05
const METER_STEP_STOPS = 0.1
/** Noise of the simulated camera, in linear light where white is 1. */
const SENSOR_NOISE = 0.004

/** Keeps the geometry of the studio that was asked for last, nothing else, and only in memory. */
const solve = lightingSolver()

const solveTruth = async (set: StudioSet) => {
  const solved = await solve(set)
  if (!solved) throw new Error('The bench was stopped in the middle of its work.')
  return solved
}

/** What the simulated meter shows, or undefined where no light reaches it. */
export const benchReading = async ({ set, lookId, pointId, lightIds, camera, seed, take }: ReadingRequest): Promise<number | undefined> => {
  const truth = trueStudio(set, seed)
  const look = set.looks.find(candidate => candidate.id === lookId)!
  const point = meterPoints(truth).find(candidate => candidate.id === pointId)!
  const { layers } = await solveTruth(truth)
  const { fNumber } = readPoint(truth, point, onlyOn(look, lightIds), camera, { layers, learned: trueOutputs(set, seed) })
  if (!(fNumber > 0)) return undefined
  const stops = stopsFromFNumber(fNumber) + METER_NOISE_STOPS * normalDraw(seed, `meter ${take}`)
  return fNumberFromStops(roundToClicks(stops, METER_STEP_STOPS))
}

/** A PNG of the true studio as the look lights it, with the noise of a sensor. */
export const benchFrame = async ({ set, lookId, camera, seed, take, width }: FrameRequest): Promise<Uint8Array> => {
  const truth = trueStudio(set, seed)
  const look = set.looks.find(candidate => candidate.id === lookId)!
  const solved = await solveTruth(truth)
  const frame = atOnce(lightView(solved, cameraView(truth, solved, width)))
  const linear = exposeFrame(truth, frame, look.lights, camera satisfies CameraSetting, trueOutputs(set, seed))
  for (let index = 0; index < linear.length; index++) {
    linear[index]! += SENSOR_NOISE * Math.sqrt(linear[index]!) * normalDraw(seed, `sensor ${take} ${index}`)
  }
  return encode({ width: frame.view.width, height: frame.view.height, data: developFrame(linear, responseOf(set.camera)), channels: 4 })
}
