import { handHere, handTools, type Exploration, type Step } from '#core/solve/moves/explore'
import type { Question, Trial } from '#core/solve/moves/trial'
import type { Verified } from '#core/solve/moves/verify'
import type { SolvedSet } from '#core/evaluation/lightingSolver'
import { wholeOf, type LeanSet } from '../leanSet'
import type { Developed } from '../light/lightApi'
import type { Job } from '../rpc/job'
import { reflection, type Mirrored } from '../rpc/mirror'
import { smallPicture } from '../smallPicture'

/** A question of the search without its set, which travels as what changed of it. */
export type BareQuestion = Omit<Question, 'set'>

/** The small picture of an answer of the search. */
export const pictureOf = ({ lookId, learned }: BareQuestion, { set, camera }: Trial, solved: SolvedSet): Developed =>
  smallPicture(set, solved, { settings: set.looks.find(({ id }) => id === lookId)!.lights, camera, learned })

/** What a worker can be asked that does parts of a search. */
export const helperApi = () => {
  const sets = reflection<LeanSet>()
  const tools = handTools()
  const questionOf = (message: Mirrored<LeanSet>, rest: BareQuestion): Question => ({
    set: wholeOf(sets.take(message)),
    ...rest,
  })

  return {
    explore: (
      job: Job,
      message: Mirrored<LeanSet>,
      rest: BareQuestion,
      exploration: Exploration,
    ): Promise<Step[] | undefined> =>
      handHere(questionOf(message, rest), { pause: job.pause, tools }).explore(exploration),

    verify: async (
      job: Job,
      message: Mirrored<LeanSet>,
      rest: BareQuestion,
      trial: Trial,
    ): Promise<{ answer: Verified | undefined; picture?: Developed }> => {
      let picture: Developed | undefined
      const see = (seen: Trial, solved: SolvedSet) => {
        picture = pictureOf(rest, seen, solved)
      }
      const answer = await handHere(questionOf(message, rest), { pause: job.pause, tools, see }).verify(trial)
      return { answer, picture }
    },
  }
}

/** What a helper can be asked. */
export type HelperApi = ReturnType<typeof helperApi>
