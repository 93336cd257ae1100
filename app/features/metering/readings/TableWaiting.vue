<script setup lang="ts">
import { computed } from 'vue'
import { nameLightIds } from '#wording/lights'
import { counted, listed } from '#wording/language'
import { leftOutWords } from '#wording/refusals/tables'
import { formatFNumber } from '#wording/notation/aperture'
import { formatMoment } from '#wording/notation/moment'
import { useStudio } from '~/stores/studio'
import type { DateOrder } from '#core/formats/timeIn'
import type { Waiting } from './useReadingsFile'

/** What was understood of a table, before it is taken in. */
const props = defineProps<{ waiting: Waiting }>()
const emit = defineEmits<{ take: []; leave: []; order: [order: DateOrder] }>()
const studio = useStudio()

const SHOWN = 5
const SEPARATORS: Record<string, string> = { ',': 'commas', ';': 'semicolons', '\t': 'tabs', '|': 'bars' }

const read = computed(() => props.waiting.read)
const known = computed(() => new Set(studio.document.readings.map(({ id }) => id)))
const replaced = computed(() => read.value.readings.filter(({ id }) => known.value.has(id)).length)
const how = computed(() => {
  const { separator, hasDecimalCommas, others } = read.value.understood
  const columns = `Columns stand between ${SEPARATORS[separator] ?? `"${separator}"`}, figures have decimal ${hasDecimalCommas ? 'commas' : 'points'}.`
  return others.length > 0 ? `${columns} Left aside: ${listed(others.slice(0, 6))}.` : columns
})
const lookName = (id: string) => studio.document.looks.find(look => look.id === id)?.name ?? id
</script>

<template>
  <section
    aria-label="The table, as understood"
    class="mt-3 rounded-sm border border-rule p-3"
    data-test="table-waiting"
  >
    <h3 class="font-semibold">{{ waiting.file.name }}: {{ counted(read.readings.length, 'reading') }}</h3>
    <p class="text-sm text-soft">
      {{ how }}
      <template v-if="replaced > 0">{{ counted(replaced, 'reading') }} of the same id will be replaced.</template>
    </p>
    <div v-if="read.understood.order === null" class="mt-2">
      <p>Its dates can be read two ways. Which stands first?</p>
      <div class="mt-1 flex gap-2">
        <button class="press" data-test="day-first" @click="emit('order', 'day-first')">The day</button>
        <button class="press" data-test="month-first" @click="emit('order', 'month-first')">The month</button>
      </div>
    </div>
    <table v-if="read.readings.length > 0 && read.understood.order !== null" class="mt-2 w-full text-sm">
      <thead class="text-soft">
        <tr>
          <th class="text-left font-normal">When</th>
          <th class="text-left font-normal">Look</th>
          <th class="text-left font-normal">Place</th>
          <th class="text-right font-normal">Read</th>
          <th class="pl-3 text-left font-normal">Lights on</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="reading in read.readings.slice(0, SHOWN)" :key="reading.id" class="border-t border-rule">
          <td class="pr-2">{{ formatMoment(reading.at, 'whole') }}</td>
          <td class="pr-2">{{ lookName(reading.lookId) }}</td>
          <td class="pr-2">{{ reading.pointId }}</td>
          <td class="text-right font-semibold">{{ formatFNumber(reading.fNumber) }}</td>
          <td class="pl-3">{{ nameLightIds(Object.keys(reading.lights), studio.document.lights) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="read.readings.length > SHOWN && read.understood.order !== null" class="text-sm text-soft">
      And {{ read.readings.length - SHOWN }} more.
    </p>
    <p v-if="read.problems.length > 0" class="mt-2 text-sm" data-test="table-problems">
      {{ leftOutWords(read.problems) }}
    </p>
    <div class="mt-3 flex gap-2">
      <button
        class="press-main"
        :disabled="read.readings.length === 0 || read.understood.order === null"
        data-test="table-take"
        @click="emit('take')"
      >
        Take in {{ counted(read.readings.length, 'reading') }}
      </button>
      <button class="press" data-test="table-leave" @click="emit('leave')">Leave it</button>
    </div>
  </section>
</template>
