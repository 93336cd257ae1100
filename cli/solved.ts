import { lightingSolver } from '#core/evaluation/lightingSolver'
import { meterPoints } from '#core/evaluation/probes/points'
import type { Look, StudioSet } from '#core/model/schema'
import { learnedOf, lightingOf } from '#core/evaluation/calibratedLighting'
import { cameraSettingOf } from '#core/evaluation/readout'

/** A set solved as the app solves it, with what its readings have taught. */
export const solvedFor = async (set: StudioSet, look: Look) => {
  const solved = (await lightingSolver()(set))!
  const points = meterPoints(set)
  const lighting = lightingOf(solved.layers, learnedOf(set, look), points)
  return { solved, points, lighting, camera: cameraSettingOf(set, look, points, lighting) }
}

/** A figure with as many digits as anybody can use. */
export const tidy = (value: number): number => Number(value.toPrecision(6))
