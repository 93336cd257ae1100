<script setup lang="ts">
import ClockField from '~/features/day/ClockField.vue'
import { useDay } from '~/stores/day'
import NumberField from '~/ui/NumberField.vue'

/** When the day is, and what it needs before and after the sitters. */
const day = useDay()

const freeBreakId = () => {
  for (let number = day.day.breaks.length + 1; ; number++)
    if (!day.day.breaks.some(({ id }) => id === `break-${number}`)) return `break-${number}`
}
const addBreak = () =>
  day.change({
    breaks: [
      ...day.day.breaks,
      { id: freeBreakId(), name: day.day.breaks.length === 0 ? 'Lunch' : 'Break', at: 750, minutes: 40 },
    ],
  })
const changeBreak = (id: string, change: { name?: string; at?: number; minutes?: number }) =>
  day.change({ breaks: day.day.breaks.map(one => (one.id === id ? { ...one, ...change } : one)) })
const renamed = (event: Event, id: string) => {
  const field = event.target as HTMLInputElement
  if (field.value.trim() !== '') changeBreak(id, { name: field.value.trim() })
  field.value = day.day.breaks.find(one => one.id === id)!.name
}
</script>

<template>
  <section aria-labelledby="times" class="flex flex-col gap-2">
    <h2 id="times" class="font-semibold">Times</h2>
    <div class="flex flex-wrap gap-3">
      <label class="flex flex-col text-xs text-soft">
        Date
        <input
          type="date"
          class="h-8 rounded-sm border border-rule bg-well px-2 text-sm text-ink"
          :value="day.day.date ?? ''"
          data-test="day-date"
          @change="day.change({ date: ($event.target as HTMLInputElement).value || null })"
        />
      </label>
      <ClockField
        label="Begins"
        :value="day.day.startsAt"
        @change="at => at !== null && day.change({ startsAt: at })"
      />
      <ClockField label="Ends by" :value="day.day.endsAt" @change="at => at !== null && day.change({ endsAt: at })" />
      <NumberField
        v-for="[label, key, most] in [
          ['Set up, min', 'setUpMinutes', 1440],
          ['Rehearse, min', 'rehearsalMinutes', 1440],
          ['Strike, min', 'strikeMinutes', 1440],
          ['Spare, min', 'spareMinutes', 120],
        ] as const"
        :key="key"
        :label="label"
        :value="day.day[key]"
        :least="0"
        :most="most"
        narrow
        @change="minutes => day.change({ [key]: minutes })"
      />
      <NumberField
        label="People on set"
        :value="day.day.people"
        :least="1"
        :most="6"
        :digits="0"
        whole
        narrow
        @change="people => day.change({ people })"
      />
    </div>
    <ul class="flex flex-col gap-1">
      <li v-for="one in day.day.breaks" :key="one.id" class="flex flex-wrap items-end gap-2">
        <input
          class="h-8 w-32 rounded-sm border border-rule bg-well px-2"
          :aria-label="`Name of ${one.name}`"
          maxlength="80"
          :value="one.name"
          @change="renamed($event, one.id)"
        />
        <ClockField label="At" :value="one.at" @change="at => at !== null && changeBreak(one.id, { at })" />
        <NumberField
          label="Minutes"
          :value="one.minutes"
          :least="1"
          :most="1440"
          narrow
          @change="minutes => changeBreak(one.id, { minutes })"
        />
        <button
          class="press h-8"
          :aria-label="`Delete ${one.name}`"
          @click="day.change({ breaks: day.day.breaks.filter(({ id }) => id !== one.id) })"
        >
          Delete
        </button>
      </li>
    </ul>
    <button class="press self-start" data-test="add-break" @click="addBreak">Add a break</button>
  </section>
</template>
