import { applyChange } from '#core/changes/apply'
import { probesOf } from '#core/evaluation/probes/probes'
import { lightingSolver, withoutLampBodies } from '#core/evaluation/lightingSolver'
import { lightFamilies } from '#core/solve/moves/lightFamilies'
import { stageFamilies } from '#core/solve/moves/stageFamilies'
import { tryState, type Question, type Trial } from '#core/solve/moves/trial'
import type { Move } from '#core/solve/moves/family'
import { DRAFT_QUALITY, QUALITY } from '#core/physics/transport/stage'
import type { StudioSet } from '#core/model/schema'
import { attemptsOf } from './draw'

const judged = (set: StudioSet) => probesOf(set, 'judged')

/** Of what it found, so many are solved again with every ray. */
const VERIFIED = 6

/**
 * The plain way to look for moves: up to three of them by chance, so many times over, each with the best powers. The
 * least effort that
 * reaches wins, else the least error.
 */
export const randomSearch = async (question: Question, tries: number, seed: number): Promise<Trial | undefined> => {
  const bare = lightingSolver(DRAFT_QUALITY, judged)
  const [draw] = attemptsOf(seed)
  const exact = lightingSolver(QUALITY, judged)
  const found: Trial[] = []
  for (let index = 0; index < tries; index++) {
    const moves: Move[] = []
    let set: StudioSet = question.set
    for (let count = Math.floor(draw!.between(0, 4)); count > 0; count--) {
      const families = [...lightFamilies(set, []), ...stageFamilies(set, [])].filter(
        ({ id }) => !moves.some(move => move.family === id),
      )
      if (families.length === 0) break
      const { id, ways } = draw!.oneOf(families)
      const change = draw!.oneOf(draw!.oneOf(ways))
      const after = applyChange(set, change)
      if (after === set) continue
      moves.push({ family: id, change })
      set = after
    }
    const outcome = await tryState(question, set, moves, {
      solver: (asked, options) => bare(withoutLampBodies(asked), options),
      isDraft: true,
    })
    if (!outcome || outcome.against) continue
    found.push(outcome.trial)
  }
  const order = found.sort(
    (a, b) => Number(b.isReached) - Number(a.isReached) || (a.isReached ? a.minutes - b.minutes : a.cost - b.cost),
  )
  let best: Trial | undefined
  for (const { moves } of order.slice(0, VERIFIED)) {
    const again = await tryState(
      question,
      moves.reduce((set, { change }) => applyChange(set, change), question.set),
      moves,
      { solver: exact },
    )
    if (!again || again.against) continue
    if (again.trial.isReached) return again.trial
    if (!best || again.trial.cost < best.cost) best = again.trial
  }
  return best
}
