import type { Learned } from '../calibration/calibration'
import { calibratedLighting } from '../evaluation/calibratedLighting'
import { evaluate } from '../evaluation/evaluation'
import { lightingSolver, type SolvedSet } from '../evaluation/lightingSolver'
import { goOn, type Listening } from '../solve/situation'
import { characterOf, characterPoints, type Character } from './character'
import { matchedPlaces, type MatchedPlace } from './match'
import type { MatchSource } from './question'

/** What is known of a look that is to be matched. */
export type ReadSource = { character: Character; places: MatchedPlace[]; solved: SolvedSet }

/**
 * Works out the light of a look that is to be matched; undefined where it was called off.
 * @param learned what readings have shown of its lamps and its room
 */
export const readSource = async (
  { set, look, camera }: MatchSource,
  learned: Learned,
  { pause = goOn }: Pick<Listening, 'pause'> = {},
): Promise<ReadSource | undefined> => {
  const solved = await lightingSolver(undefined, characterPoints)(set, { pause })
  if (!solved) return undefined
  const evaluation = evaluate(set, look, calibratedLighting(set, solved.layers, learned), camera)
  return { character: characterOf(evaluation), places: matchedPlaces(evaluation), solved }
}
