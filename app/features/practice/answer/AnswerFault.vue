<script setup lang="ts">
import { computed, ref } from 'vue'
import { usePractice } from '~/stores/practice'
import type { FaultExercise } from '#core/practice/exercise'
import { faultyReading, minutesAsked } from '#core/practice/kinds/fault'
import { formatFNumber } from '#wording/notation/aperture'
import { formatStops } from '#wording/notation/stops'
import { faultWords, possibleReadingWords } from '#wording/practice'
import { minutesWords } from '#wording/quantities'
import { stopsFromFNumber } from '#core/physics/units/fNumber'
import PlanSketch from '~/shared/PlanSketch.vue'

/** Readings that can be taken, what the plan says of each, and what may be wrong. */
const props = defineProps<{ exercise: FaultExercise; isOpen: boolean }>()
const practice = usePractice()
const named = ref<number>()

const figure = (fNumber: number | null) => (fNumber === null ? 'nothing' : formatFNumber(fNumber))
const rows = computed(() =>
  props.exercise.readings.map((reading, at) => {
    const isTaken = practice.readTaken.includes(at)
    const planned = props.exercise.planned[at] ?? null
    const read = isTaken ? faultyReading(props.exercise, at) : null
    const off =
      isTaken && read !== null && planned !== null ? stopsFromFNumber(read) - stopsFromFNumber(planned) : undefined
    return { at, reading, isTaken, planned, read, off }
  }),
)
const spent = computed(() => minutesAsked(props.exercise, practice.readTaken))
</script>

<template>
  <div class="flex flex-wrap items-start gap-5">
    <div class="grow overflow-x-auto">
      <table class="figure w-full max-w-2xl">
        <thead>
          <tr class="text-left text-sm text-soft">
            <th scope="col" class="font-normal">Reading</th>
            <th scope="col" class="px-2 text-right font-normal">Plan</th>
            <th scope="col" class="px-2 text-right font-normal">Meter</th>
            <th scope="col" class="px-2 text-right font-normal">Off</th>
            <td />
          </tr>
        </thead>
        <tbody data-test="readings">
          <tr v-for="row in rows" :key="row.at" class="border-t border-rule">
            <th scope="row" class="py-1 text-left font-normal">
              {{ possibleReadingWords(exercise.set, row.reading) }}
            </th>
            <td class="px-2 text-right whitespace-nowrap">{{ figure(row.planned) }}</td>
            <td class="px-2 text-right font-semibold whitespace-nowrap">{{ row.isTaken ? figure(row.read) : '' }}</td>
            <td class="px-2 text-right whitespace-nowrap">{{ row.off === undefined ? '' : formatStops(row.off) }}</td>
            <td class="text-right">
              <button
                v-if="!row.isTaken"
                class="press whitespace-nowrap"
                :disabled="!isOpen"
                :aria-label="`Read, ${minutesWords(row.reading.minutes)}: ${possibleReadingWords(exercise.set, row.reading)}`"
                :data-test="`read-${row.at}`"
                @click="practice.take(row.at)"
              >
                Read, {{ minutesWords(row.reading.minutes) }}
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <div class="flex max-w-md min-w-72 flex-col gap-2">
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
        @click="practice.give({ form: 'fault', at: named!, asked: practice.readTaken })"
      >
        That is it
      </button>
    </div>
    <PlanSketch
      :set="exercise.set"
      :width-px="360"
      ink="var(--ink)"
      pale-ink="var(--soft)"
      label="Plan and side view of the hall"
    />
  </div>
</template>
