import { lightingSolver } from '#core/evaluation/lightingSolver'
import { meterPoints } from '#core/evaluation/probes/points'
import type { StudioSet } from '#core/model/schema'
import { learnedOf, lightingOf } from '#core/evaluation/calibratedLighting'
import { cameraSettingOf, readLook, type Readout } from '#core/evaluation/readout'

const solve = lightingSolver()

/** A set with everything the interface derives from it. */
export const solvedSet = async (set: StudioSet) => {
  const solved = (await solve(set))!
  const look = set.looks[0]!
  const points = meterPoints(set)
  const lighting = lightingOf(solved.layers, learnedOf(set, look), points)
  const camera = cameraSettingOf(set, look, points, lighting)
  const readouts = readLook(set, look, points, camera, lighting)
  const at = (pointId: string): Readout => readouts.find(readout => readout.point.id === pointId)!
  return { solved, look, points, lighting, camera, readouts, at }
}
