import { useMeterRun } from '~/features/metering/run/useMeterRun'
import { useSpoken } from '~/shared/useSpoken'
import { usePreferences } from '~/stores/preferences'
import { watch } from 'vue'
import { spokenPrompt } from '#wording/metering'
import { correctionWords } from '#wording/corrections'
import { formatFNumber } from '#wording/notation/aperture'

/** Says each step of the run and what to do after a reading, where the user wants it and the browser can. */
export const useSpokenRun = () => {
  const run = useMeterRun()
  const preferences = usePreferences()
  const { say } = useSpoken()

  watch(
    [() => run.step.value?.id, () => preferences.values.speaks],
    () => {
      const { step, point, expected, inUse } = run
      if (step.value && point.value)
        say(spokenPrompt(step.value, inUse.value, point.value, expected.value && formatFNumber(expected.value.fNumber)))
    },
    { immediate: true },
  )
  watch(
    () => run.taken.value,
    taken => {
      if (!taken) return
      const light = run.inUse.value.find(({ id }) => id === taken.step.lightIds[0])
      if (taken.isDoubtful) say(taken.doubt)
      else say(taken.correction && light ? correctionWords(taken.correction, light) : 'Taken.')
    },
  )
}
