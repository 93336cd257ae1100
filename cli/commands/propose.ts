import type { Look, StudioSet } from '#core/model/schema'
import { toneSweep, withBackdropValue } from '#core/solve/toneSweep'
import { propose, type Proposed } from '#core/solve/moves/propose'
import { worstSlip, sensitivity } from '#core/solve/sensitivity'
import { learnedOf } from '#core/evaluation/calibratedLighting'
import { missWords } from '#wording/misses'
import { bindingWords, stepWords } from '#wording/proposals'
import { formatDistance } from '#wording/notation/distance'
import { solvedFor, tidy } from '../solved'
import { wholeNumber } from '../wholeNumber'
import { TONE_NAMES } from '#wording/tone'

const metres = (lengthM: number) => formatDistance(lengthM, 'metric')

type Options = { ask?: string; fewest?: boolean; 'keep-key'?: boolean }

const questionOf = (set: StudioSet, look: Look, options: Options) => {
  const keyIds = set.lights.filter(light => light.job === 'key').map(light => light.id)
  return {
    set,
    lookId: look.id,
    learned: learnedOf(set, look),
    fixedIds: options['keep-key'] ? keyIds : [],
    mayChangeCamera: !options['keep-key'],
  }
}

const answerOf = async (set: StudioSet, look: Look, proposed: Proposed) => {
  const {
    evaluation: { camera },
  } = await solvedFor(set, look)
  return {
    isReached: proposed.binding === undefined,
    ...(proposed.binding ? { binds: bindingWords(proposed.binding, proposed.trials[0]?.misses ?? []) } : {}),
    proposals: proposed.trials.map(trial => ({
      minutes: tidy(trial.minutes),
      steps: stepWords(set, camera, trial, metres),
      missed: missWords(trial.misses),
      lights: trial.set.looks.find(({ id }) => id === look.id)!.lights,
    })),
  }
}

/** What could be done so that the look's targets, or another value of the backdrop, are met. */
export const proposalsFor = async (set: StudioSet, look: Look, options: Options) => {
  const asked =
    options.ask === undefined ? set : withBackdropValue(set, look.id, wholeNumber(options.ask, 'ask', 0, 255))
  const proposed = (await propose(questionOf(asked, look, options), { fewest: options.fewest }))!
  return { set: set.name, look: look.name, ...(await answerOf(asked, look, proposed)) }
}

/** What it takes from pure white to black. */
export const sweepFor = async (set: StudioSet, look: Look, options: Options) => {
  const sweep = (await toneSweep(questionOf(set, look, options), { fewest: options.fewest }))!
  const ladder = await Promise.all(
    sweep.map(async ({ value, tone, set: asked, proposed }) => ({
      value,
      name: TONE_NAMES[tone],
      ...(await answerOf(asked, look, proposed)),
    })),
  )
  return { set: set.name, look: look.name, ladder }
}

/** Which placements need care. */
export const sensitivityFor = async (set: StudioSet, look: Look) => {
  const {
    evaluation: { camera, lighting },
  } = await solvedFor(set, look)
  const slips = (await sensitivity({ set, look, camera, learned: lighting.learned }))!.map(slip => ({
    ...slip,
    subject: tidy(slip.subject),
    backdrop: tidy(slip.backdrop),
    evenness: tidy(slip.evenness),
    worst: tidy(worstSlip(slip)),
  }))
  return { set: set.name, look: look.name, slips }
}
