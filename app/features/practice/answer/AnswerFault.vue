<script setup lang="ts">
import { computed, ref } from 'vue'
import { useExercise } from '~/stores/exercise'
import type { FaultExercise, PossibleReading } from '#core/practice/exercise'
import { figureOf, minutesAsked } from '#core/practice/kinds/fault'
import { formatFNumber } from '#wording/notation/aperture'
import { faultWords, possibleReadingWords, signedWords } from '#wording/practice'
import { minutesWords, signedStopWords } from '#wording/quantities'
import { takenWords } from '#wording/practiceMarks'
import PlanSketch from '~/shared/PlanSketch.vue'
import PictureCanvas from '~/ui/PictureCanvas.vue'

/** Readings that can be taken, what the plan says of each, and what may be wrong. */
const props = defineProps<{ exercise: FaultExercise; isOpen: boolean }>()
const session = useExercise()
const named = ref<number>()

const figure = (reading: PossibleReading, shown: number) => {
  const read = figureOf(reading, shown)
  if (read === null) return 'nothing'
  return reading.by === 'frame' ? `${read}` : formatFNumber(read)
}
const valuesOff = (values: number) => (values === 0 ? '0' : `${signedWords(values)} values`)
const rows = computed(() => {
  const { exercise } = props
  const truth = exercise.table[exercise.right]!
  return exercise.readings.map((reading, at) => {
    const [planned, read] = [exercise.planned[at]!, truth[at]!]
    const isTaken = session.readTaken.includes(at)
    const isNothing = [planned, read].some(shown => figureOf(reading, shown) === null)
    const off = reading.by === 'frame' ? valuesOff(read - planned) : signedStopWords(read - planned)
    return {
      at,
      reading,
      isTaken,
      planned: figure(reading, planned),
      read: isTaken ? figure(reading, read) : '',
      off: isTaken && !isNothing ? off : '',
    }
  })
})
const isDeveloping = computed(() => session.readTaken.some(at => props.exercise.readings[at]!.by === 'frame'))
const spent = computed(() => minutesAsked(props.exercise, session.readTaken))
</script>

<template>
  <div class="grid items-start gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,1fr)_20rem]">
    <table class="figure w-full">
      <thead>
        <tr class="text-left text-sm text-soft">
          <th scope="col" class="font-normal">Reading</th>
          <th scope="col" class="px-2 text-right font-normal">Plan</th>
          <th scope="col" class="text-right font-normal">Read</th>
          <th scope="col" class="w-24 text-right font-normal max-sm:sr-only">Off</th>
        </tr>
      </thead>
      <tbody data-test="readings">
        <tr v-for="row in rows" :key="row.at" class="border-t border-rule">
          <th scope="row" class="py-1 text-left font-normal">
            {{ possibleReadingWords(exercise.set, row.reading) }}
          </th>
          <td class="px-2 text-right whitespace-nowrap">{{ row.planned }}</td>
          <td class="text-right whitespace-nowrap">
            <b v-if="row.isTaken" class="font-semibold">{{ row.read }}</b>
            <button
              v-else
              class="press"
              :disabled="!isOpen"
              :aria-label="`Read, ${minutesWords(row.reading.minutes)}: ${possibleReadingWords(exercise.set, row.reading)}`"
              :data-test="`read-${row.at}`"
              @click="session.take(row.at)"
            >
              {{ minutesWords(row.reading.minutes) }}
            </button>
            <span v-if="row.off" class="block text-sm text-soft sm:hidden" aria-hidden="true">{{ row.off }}</span>
          </td>
          <td class="text-right whitespace-nowrap max-sm:sr-only">{{ row.off }}</td>
        </tr>
      </tbody>
    </table>
    <div class="flex flex-col gap-2">
      <fieldset class="flex flex-col gap-1" :disabled="!isOpen" data-test="suspects">
        <legend class="text-sm text-soft">What is wrong</legend>
        <label v-for="(faults, at) in exercise.suspects" :key="at" class="flex min-h-8 items-center gap-2">
          <input
            v-model="named"
            type="radio"
            name="suspect"
            class="size-4 shrink-0"
            :value="at"
            :data-test="`suspect-${at}`"
          />
          {{ faultWords(exercise.set, faults) }}
        </label>
      </fieldset>
      <p class="figure" role="status">{{ minutesWords(spent) }} spent on readings</p>
      <button
        v-if="isOpen"
        class="press-main h-12 self-start"
        :disabled="named === undefined"
        data-test="give"
        @click="session.give({ form: 'fault', at: named!, asked: session.readTaken })"
      >
        That is it
      </button>
    </div>
    <PlanSketch
      :set="exercise.set"
      :width-px="340"
      ink="var(--ink)"
      pale-ink="var(--soft)"
      label="Plan and side view of the hall"
    />
    <figure v-if="session.seen" class="flex flex-col gap-1" data-test="fault-frame">
      <PictureCanvas
        :picture="session.seen"
        is-plain
        label="The frame of the hall as it is"
        class="h-[min(20rem,40vh)] w-auto self-start"
      />
      <figcaption class="text-xs text-soft">{{ takenWords(exercise.frame.camera) }}</figcaption>
    </figure>
    <p v-else-if="isDeveloping" role="status" class="text-soft">The frame is being developed.</p>
  </div>
</template>
