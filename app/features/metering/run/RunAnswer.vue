<script setup lang="ts">
import { capital } from '#wording/language'
import { luxWords, shutterWords, sideWords, stopWords } from '#wording/quantities'
import { useMeterRun } from '~/features/metering/run/useMeterRun'
import { useReadingWords } from '~/shared/useReadingWords'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { useMainFocus } from '~/features/metering/run/useMainFocus'
import { computed, useTemplateRef } from 'vue'
import { BLACK_UNDER_STOPS } from '#core/metering/thresholds'
import { METER_CONSTANT } from '#core/physics/photometry/meter'
import { correctionWords } from '#wording/corrections'
import { stepName } from '#wording/metering'
import { ON_TARGET_STOPS } from '#core/evaluation/thresholds'
import { formatStops } from '#wording/notation/stops'

const studio = useStudio()
const plan = useLight()
const run = useMeterRun()
const { words: write } = useReadingWords()

/** Nearer than this to what was expected is as expected. */
const AS_EXPECTED_STOPS = 0.05
const NEXT_SHOWN = 2

const light = computed(() => studio.document.lights.find(candidate => candidate.id === run.step.value?.lightIds[0]))
const isAmbient = computed(() => run.step.value?.kind === 'ambient')
const off = computed(() => run.taken.value?.offStops ?? 0)
const words = computed(() => {
  if (isAmbient.value) return ''
  if (Math.abs(off.value) < AS_EXPECTED_STOPS) return 'As expected.'
  return `${formatStops(off.value)} stop against what was expected.`
})
const isDoubtful = computed(() => run.taken.value?.isDoubtful ?? false)
const clicks = computed(() => run.taken.value?.correction?.clicks ?? 0)
const ambientWords = computed(() => {
  const { value } = run.ambient
  if (!value) return ''
  if (value.isNothing) return 'The meter sees nothing: a frame without the lamps is black.'
  const under = `${sideWords(value.stops)} the camera setting`
  if (value.stops <= value.limitStops)
    return `The room's light lies ${under}: a frame without the lamps is black${value.limitStops < BLACK_UNDER_STOPS ? ', and dark tones stay dark' : ''}.`
  return value.limitStops < BLACK_UNDER_STOPS
    ? `The room's light lies ${under}: enough for the subject, but the backdrop is wanted so dark that it has to be ${sideWords(value.limitStops)}.`
    : `The room's light is only ${under}: a frame without the lamps is not black.`
})
const mendCamera = computed(() => {
  const mend = run.ambient.value?.mend
  return mend?.kind === 'setting' ? `${shutterWords(mend.camera.shutterS)} and ISO ${mend.camera.iso}` : ''
})
const mendWords = computed(() => {
  const mend = run.ambient.value?.mend
  if (!mend) return ''
  if (mend.kind === 'darken')
    return `Darken the room to ${luxWords(mend.mostLux)} at the subject: ${run.inUse.value.some(({ lamp }) => lamp.kind === 'continuous') ? 'the lamps that burn would fall with any shutter.' : 'no shutter that goes with flash is short enough.'}`
  const shutter = shutterWords(mend.camera.shutterS)
  return mend.lampsUpStops > 0
    ? `${shutter} and ISO ${mend.camera.iso}, with every lamp ${stopWords(mend.lampsUpStops)} up, puts it ${sideWords(mend.stops)}.`
    : `${shutter} puts it ${sideWords(mend.stops)}; the lamps stay as they are. The camera goes with flash down to ${shutterWords(studio.document.camera.syncShutterS)}.`
})
/** What a reading of everything together means for what is wanted there. */
const together = computed(() => {
  const readout = plan.readouts.find(({ point }) => point.id === run.step.value?.pointId)
  if (readout?.missStops === undefined) return 'The plan has learned from it.'
  const renders = readout.value === undefined ? '' : `, it renders ${Math.round(readout.value)}`
  if (Math.abs(readout.missStops) <= ON_TARGET_STOPS) return `On target${renders}.`
  return plan.verdict?.headline ?? `${formatStops(readout.missStops)} stop off target${renders}.`
})
const advice = computed(() => {
  if (isAmbient.value) return ambientWords.value
  const { correction } = run.taken.value ?? {}
  if (!correction || !light.value) return together.value
  const what = correctionWords(correction, light.value)
  return `${capital(what)}.`
})
const needsMend = computed(
  () =>
    isAmbient.value &&
    run.ambient.value !== undefined &&
    run.ambient.value.stops > run.ambient.value.limitStops &&
    !run.ambient.value.isNothing,
)
/** What the readings after this one should show by now. */
const coming = computed(() =>
  run.steps.value
    .filter((step, index) => index > run.position.value && run.states.value[step.id] !== 'skipped')
    .slice(0, NEXT_SHOWN)
    .flatMap(step => {
      const expected = run.expectedAt(step)
      const point = plan.points.find(({ id }) => id === step.pointId)
      return expected
        ? [
            {
              id: step.id,
              name: stepName(step, studio.document.lights, point),
              words: write(expected.fNumber, point?.constant ?? METER_CONSTANT.flat, step.lightIds),
            },
          ]
        : []
    }),
)
const answer = useTemplateRef<HTMLElement>('answer')
// Enter takes a reading; the next Enter does what is proposed. Once that is done the focus goes on to what comes next.
useMainFocus(answer, () => `${needsMend.value} ${clicks.value}`)
/** A number pad's other keys: minus goes on without adjusting, the star reads again. */
const byPad = (event: KeyboardEvent) => {
  if (event.key === '-') run.next()
  else if (event.key === '*') run.again()
  else return
  event.preventDefault()
}
</script>

<template>
  <div ref="answer" class="flex flex-col gap-4" role="status" @keydown="byPad">
    <p class="text-xl">
      {{ words }}
      <strong data-test="correction">{{ advice }}</strong>
    </p>
    <p v-if="needsMend" data-test="ambient-mend">
      {{ mendWords }}
    </p>
    <p v-if="isDoubtful" class="border-l-4 border-ink pl-3" data-test="doubt">
      That is a lot. {{ run.taken.value?.doubt }} Read again if so; the plan believes it only if others agree.
    </p>
    <div class="flex flex-wrap gap-2">
      <button
        v-if="clicks !== 0"
        class="min-h-12 grow text-lg"
        :class="isDoubtful ? 'press' : 'press-main'"
        data-test="turned"
        @click="run.applyCorrection"
      >
        Adjusted, next
      </button>
      <button
        v-if="needsMend && run.ambient.value?.mend.kind === 'setting'"
        class="press-main min-h-12 grow text-lg"
        data-test="set-camera"
        @click="run.applyAmbientMend"
      >
        Set {{ mendCamera }}
      </button>
      <button
        class="min-h-12 grow text-lg"
        :class="clicks === 0 && !needsMend && !isDoubtful ? 'press-main' : 'press'"
        data-test="next"
        @click="run.next"
      >
        {{ clicks === 0 ? 'Next' : 'Keep, next' }}
      </button>
      <button
        class="min-h-12"
        :class="isDoubtful ? 'press-main grow text-lg' : 'press'"
        data-test="again"
        @click="run.again"
      >
        Read again
      </button>
    </div>
    <p class="text-sm text-soft max-lg:hidden">
      Number pad: Enter does what is filled in; − goes on without adjusting; * reads again.
    </p>
    <p v-if="coming.length > 0" class="text-soft" data-test="coming">
      Then:
      <template v-for="(one, index) in coming" :key="one.id">
        {{ index > 0 ? '; ' : '' }}{{ one.name }} <strong class="text-ink">{{ one.words }}</strong>
      </template>
    </p>
  </div>
</template>
