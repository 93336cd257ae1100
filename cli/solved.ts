import { calibratedLighting, learnedOf } from '#core/evaluation/calibratedLighting'
import { evaluate } from '#core/evaluation/evaluation'
import { lightingSolver } from '#core/evaluation/lightingSolver'
import type { Look, StudioSet } from '#core/model/schema'

/** A look of a set evaluated as the app evaluates it, with what its readings have taught. */
export const solvedFor = async (set: StudioSet, look: Look) => {
  const solved = (await lightingSolver()(set))!
  return { solved, evaluation: evaluate(set, look, calibratedLighting(set, solved.layers, learnedOf(set, look))) }
}

/** A figure with as many digits as anybody can use. */
export const tidy = (value: number): number => Number(value.toPrecision(6))
