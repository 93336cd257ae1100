import { defineStore } from 'pinia'
import { computed, ref, shallowRef, toRaw, watch } from 'vue'
import type { Collection, CollectionExercise, OwnExercise } from '#core/practice/collection'
import { RIGHT_FROM, type Answer, type ExerciseRef, type Move, type NumberExercise } from '#core/practice/exercise'
import type { Effect } from '#core/practice/kinds/effect'
import type { PracticeResult } from '#core/practice/results'
import type { Topic } from '#core/practice/skills'
import type { MadeExercise, MarkedAnswer, MovedState } from '#services/practice/practiceApi'
import type { Developed } from '#services/light/lightApi'
import { isCalledOff, newest } from '#services/rpc/latest'
import { freshId } from '~/support/freshId'
import { freshSeed } from '~/support/freshSeed'
import { usePractice } from './practice'
import { errorWords } from '#wording/impossible'

/** Where an exercise comes from, when it is one of a collection. */
type From = { collection: Collection; number: number }
/** What is asked to be made. */
type Asked = ExerciseRef | OwnExercise

const keyOf = (asked: Asked): string =>
  'ask' in asked ? JSON.stringify([asked.set.id, asked.ask, asked.pointId, asked.seed]) : JSON.stringify(asked)
const askedOf = (exercise: CollectionExercise): Asked =>
  exercise.kind === 'own' ? exercise : { skill: exercise.skill, level: exercise.level, seed: exercise.seed }

/** The exercise under way: made, answered, marked, and the one after it made meanwhile. */
export const useExercise = defineStore('exercise', () => {
  const practice = usePractice()
  const { service } = practice

  const asked = shallowRef<Asked>()
  const from = shallowRef<From>()
  const made = shallowRef<MadeExercise>()
  const problem = ref('')
  const isMaking = ref(false)
  /** Share of the marking that is done; null when none is under way. */
  const marking = ref<number | null>(null)
  const marked = shallowRef<MarkedAnswer>()
  const answer = shallowRef<Answer>()
  const moves = shallowRef<readonly Move[]>([])
  const state = shallowRef<MovedState>()
  const seen = shallowRef<Developed>()
  /** The figures are of a set before the last move. */
  const isStale = ref(false)
  const readTaken = shallowRef<readonly number[]>([])
  let startedAt = 0
  const making = newest()
  const moving = newest()

  let ahead: { key: string; promise: Promise<MadeExercise | undefined> } | undefined
  let upcoming: ExerciseRef | undefined
  const readyFor = ({ skill, level }: Pick<ExerciseRef, 'skill' | 'level'>) => {
    if (upcoming?.skill === skill && upcoming.level === level) return
    upcoming = { skill, level, seed: freshSeed() }
    prepare(upcoming)
  }
  /** Makes an exercise while another is answered. */
  const prepare = (next: Asked) => {
    const key = keyOf(next)
    if (ahead?.key === key) return
    const promise = service.make(next)
    // Told when somebody wants it.
    promise.catch(() => undefined)
    ahead = { key, promise }
  }

  // What comes next is made before anybody asks for it.
  watch(
    () => practice.overview,
    overview => {
      if (overview && !made.value) readyFor(overview.next)
    },
    { immediate: true },
  )

  const begin = async (next: Asked, of?: From) => {
    asked.value = next
    from.value = of
    made.value = marked.value = answer.value = state.value = seen.value = effect.value = undefined
    moves.value = readTaken.value = []
    problem.value = ''
    isMaking.value = true
    const signal = making.next()
    try {
      const prepared = ahead?.key === keyOf(next) ? await ahead.promise : undefined
      const found = prepared ?? (await service.make(next, { signal }))
      if (signal.aborted || !found) return
      made.value = found
      startedAt = performance.now()
      if (found.exercise.answer === 'moves') void look()
      else prepareNext()
    } catch (error) {
      if (isCalledOff(error)) return
      problem.value = `This exercise cannot be made: ${errorWords(error)}`
    } finally {
      if (!signal.aborted) isMaking.value = false
    }
  }

  /** Where the set of moves stands now, then how it looks; only the newest counts. */
  const look = async () => {
    const exercise = made.value?.exercise
    if (exercise?.answer !== 'moves') return
    const [signal, done] = [moving.next(), toRaw(moves.value)]
    try {
      isStale.value = true
      state.value = await service.moved(exercise, done, { signal })
      isStale.value = false
      seen.value = await service.seen(exercise, done, { signal })
      prepareNext()
    } catch (error) {
      if (!isCalledOff(error)) problem.value = `The set could not be worked out: ${errorWords(error)}`
    }
  }
  const move = (one: Move) => {
    moves.value = [...moves.value, one]
    void look()
  }
  /** The last move taken back, as on a set where it has not been done yet. */
  const unmove = () => {
    moves.value = moves.value.slice(0, -1)
    void look()
  }
  /** Takes a reading of a hall; the first frame is developed as well. */
  const take = async (at: number) => {
    const exercise = made.value?.exercise
    if (exercise?.answer !== 'fault' || readTaken.value.includes(at)) return
    const isFirst = !readTaken.value.some(taken => exercise.readings[taken]!.by === 'frame')
    readTaken.value = [...readTaken.value, at]
    if (exercise.readings[at]!.by !== 'frame' || !isFirst) return
    const signal = moving.next()
    try {
      seen.value = await service.frame(exercise, { signal })
    } catch (error) {
      if (!isCalledOff(error)) problem.value = `The frame could not be developed: ${errorWords(error)}`
    }
  }

  /** What is likely to come after this one, made already. */
  const prepareNext = () => {
    const of = from.value
    if (of) {
      const after = of.collection.exercises[of.number + 1]
      if (after) prepare(askedOf(after))
      return
    }
    const now = asked.value
    if (!now || 'ask' in now || practice.overview === undefined) return
    const answered = resultOf(now, { score: RIGHT_FROM, off: null })
    void service
      .next([...toRaw(practice.results), answered], new Date().toISOString(), practice.topic)
      .then(readyFor)
      .catch(() => undefined)
  }

  const resultOf = (
    of: Pick<ExerciseRef, 'skill' | 'level' | 'seed'>,
    mark: { score: number; off: number | null },
  ): PracticeResult => ({
    id: `result-${freshId()}`,
    at: new Date().toISOString(),
    skill: of.skill,
    level: of.level,
    seed: of.seed,
    score: mark.score,
    off: mark.off,
    seconds: Math.min(86_400, Math.max(0, (performance.now() - startedAt) / 1000)),
    from: from.value
      ? {
          collectionId: from.value.collection.id,
          title: from.value.collection.title,
          number: from.value.number,
        }
      : null,
  })

  /** Marks an answer. What a page holds may be watched; what is sent is plain. */
  const give = async (watched: Answer) => {
    const given = JSON.parse(JSON.stringify(watched)) as Answer
    const exercise = made.value?.exercise
    if (!exercise || marked.value || marking.value !== null) return
    answer.value = given
    marking.value = 0
    problem.value = ''
    const of = asked.value
    try {
      const found = await service.mark(exercise, given, {
        report: share => {
          marking.value = share
        },
      })
      // Somebody went on to another meanwhile.
      if (asked.value !== of) return
      marked.value = found
      if (exercise.answer === 'number' && !isTest.value) void showEffect(exercise)
      await practice.add(resultOf(exercise, found.judged))
    } catch (error) {
      problem.value = `The answer could not be marked: ${errorWords(error)} It was not counted; give it again.`
    } finally {
      marking.value = null
    }
  }

  /** What the key's distance does, to be drawn to and fro once the answer is marked. */
  const effect = shallowRef<Effect>()
  const showEffect = async (exercise: NumberExercise) => {
    const of = asked.value
    const found = await service.effect(exercise).catch(() => undefined)
    if (asked.value === of) effect.value = found
  }

  /** The next exercise: of the collection, or what is due. False where a collection is at its end. */
  const next = async (): Promise<boolean> => {
    const of = from.value
    if (of) return startCollection(of.collection, of.number + 1)
    const up = practice.overview?.next
    if (!up) {
      isMaking.value = false
      return false
    }
    const isPrepared = upcoming?.skill === up.skill && upcoming.level === up.level
    const ref: ExerciseRef = isPrepared ? upcoming! : { skill: up.skill, level: up.level, seed: freshSeed() }
    upcoming = undefined
    await begin(ref)
    return true
  }
  const startCollection = async (collection: Collection, number = 0): Promise<boolean> => {
    const exercise = collection.exercises[number]
    if (!exercise) return false
    await begin(askedOf(exercise), { collection, number })
    return true
  }
  const startTopic = async (of: Topic | undefined) => {
    practice.topic = of
    from.value = undefined
    isMaking.value = true
    await practice.survey()
    return next()
  }

  const isTest = computed(() => from.value?.collection.isTest === true)

  return {
    asked,
    from,
    made,
    problem,
    isMaking,
    marking,
    marked,
    answer,
    moves,
    state,
    seen,
    effect,
    isStale,
    readTaken,
    isTest,
    begin,
    move,
    unmove,
    take,
    give,
    next,
    startCollection,
    startTopic,
  }
})
