<script setup lang="ts">
import { useRouter } from 'vue-router'
import { useDayFiles } from '~/features/day/useDayFiles'
import FilePick from '~/ui/FilePick.vue'

/** Sitters in from a table, the day out to a calendar, a table, or paper. */
const { take, saveCalendar, saveTable, done, problem } = useDayFiles()
const router = useRouter()
</script>

<template>
  <section aria-label="Files of the day" class="flex flex-col gap-1">
    <div class="flex flex-wrap gap-2">
      <FilePick label="Take in sitters (CSV)" accept=".csv,text/csv" test-name="sitters-file" @pick="take" />
      <button class="press" data-test="save-calendar" @click="saveCalendar">Calendar (.ics)</button>
      <button class="press" data-test="save-table" @click="saveTable">Table (CSV)</button>
      <button class="press" data-test="print-day" @click="router.push('/looks/sheet')">Day sheet and cards</button>
    </div>
    <p v-if="done" role="status" data-test="day-file-done">{{ done }}</p>
    <p v-if="problem" role="alert" data-test="day-file-problem">{{ problem }}</p>
  </section>
</template>
