import { watch } from 'vue'
import { useSpoken } from '~/shared/useSpoken'
import { useUnits } from '~/shared/useUnits'
import { useExercise } from '~/stores/exercise'
import { usePreferences } from '~/stores/preferences'
import { spokenExercise, spokenMark } from '#wording/practiceMarks'

/** Says what is asked and how the answer was, where the user wants it: exercises that need no eyes can do without. */
export const useSpokenExercise = () => {
  const session = useExercise()
  const preferences = usePreferences()
  const { say } = useSpoken()
  const { unit, sized } = useUnits()

  watch(
    [() => session.made?.exercise, () => preferences.values.speaks],
    ([exercise]) => exercise && say(spokenExercise(exercise, unit.value, sized)),
    { immediate: true },
  )
  watch(
    () => session.marked,
    marked => {
      const exercise = session.made?.exercise
      if (exercise && marked && !session.isTest) say(spokenMark(exercise, marked.judged, unit.value))
    },
  )
}
