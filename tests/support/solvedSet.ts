import { calibratedLighting, learnedOf } from '#core/evaluation/calibratedLighting'
import { evaluate } from '#core/evaluation/evaluation'
import { lightingSolver } from '#core/evaluation/lightingSolver'
import { meterPoints } from '#core/evaluation/probes/points'
import type { StudioSet } from '#core/model/schema'

const solve = lightingSolver()

/** A set with its first look evaluated, as the app evaluates it. */
export const solvedSet = async (set: StudioSet) => {
  const solved = (await solve(set))!
  const look = set.looks[0]!
  const evaluation = evaluate(set, look, calibratedLighting(set, solved.layers, learnedOf(set, look)))
  const { lighting, camera, readouts, areas, at, read } = evaluation
  return { solved, look, points: meterPoints(set), evaluation, lighting, camera, readouts, areas, at, read }
}
