import type { OwnExercise } from '#core/practice/collection'
import type { Answer, ExerciseRef, FaultExercise, Move, NumberExercise } from '#core/practice/exercise'
import type { Made } from '#core/practice/practice'
import type { PracticeResult } from '#core/practice/results'
import type { Topic } from '#core/practice/skills'
import { connect, type Asking, type Carrier } from '../rpc/connect'
import type { PracticeApi } from './practiceApi'

const startWorker = (): Carrier => new Worker(new URL('./practice.worker.ts', import.meta.url), { type: 'module' })

/** The service that makes and marks exercises; in its own thread, so that one is made while another is answered. */
export const practiceService = (start: () => Carrier = startWorker) => {
  const { call } = connect<PracticeApi>(start)
  return {
    make: (asked: ExerciseRef | OwnExercise, asking?: Asking<never>) => call('make', [asked], asking),
    mark: (exercise: Made, answer: Answer, asking?: Asking<number>) => call('mark', [exercise, answer], asking),
    effect: (exercise: NumberExercise) => call('effect', [exercise]),
    moved: (exercise: Extract<Made, { answer: 'moves' }>, moves: readonly Move[], asking?: Asking<never>) =>
      call('moved', [exercise, moves], asking),
    seen: (exercise: Extract<Made, { answer: 'moves' }>, moves: readonly Move[], asking?: Asking<never>) =>
      call('seen', [exercise, moves], asking),
    frame: (exercise: FaultExercise, asking?: Asking<never>) => call('frame', [exercise], asking),
    next: (results: readonly PracticeResult[], now: string, topic?: Topic) => call('next', [results, now, topic]),
    overview: (results: readonly PracticeResult[], now: string, topic?: Topic) =>
      call('overview', [results, now, topic]),
  }
}
