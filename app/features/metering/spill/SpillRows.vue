<script setup lang="ts">
import { useFixes } from '~/shared/useFixes'
import { useReadingWords } from '~/shared/useReadingWords'
import { useSpill } from '~/features/metering/spill/useSpill'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import ReadingEntry from '~/shared/ReadingEntry.vue'
import { heldWords, lampWords, pointedWords } from '#wording/metering'
import { lightsInUse } from '#core/metering/run'
import { sideWords } from '#wording/quantities'
import { SPILL } from '#wording/tone'

const studio = useStudio()
const spill = useSpill()
const { findingWords, fixWords, apply } = useFixes()
const { words, example } = useReadingWords()
const stopsWords = (stops: number) => (Math.abs(stops) < 0.05 ? 'level' : sideWords(stops))
const lamps = computed(
  () => spill.row.value && lampWords(spill.row.value.step, lightsInUse(studio.document, studio.look)),
)
</script>

<template>
  <section aria-label="Light of the backdrop on the subject">
    <h2 class="text-lg font-semibold">Light of the backdrop on the subject</h2>
    <p v-if="spill.lightIds.value.length === 0" class="mt-2">
      No backdrop light is on in this look, so that none of its light can come round the subject.
    </p>
    <template v-else>
      <ul class="mt-2 divide-y divide-rule border-y border-rule">
        <li v-for="(row, index) in spill.rows.value" :key="row.pointId">
          <button
            class="grid w-full grid-cols-[5.5rem_6.5rem_1fr] sm:grid-cols-[8.5rem_7rem_1fr] items-baseline gap-x-3 px-2 py-1.5 text-left hover:bg-panel"
            :class="{ 'bg-panel': index === spill.position.value }"
            :aria-pressed="index === spill.position.value"
            :data-test="`spill-${index}`"
            @click="spill.position.value = index"
          >
            <span class="font-semibold">{{ SPILL[row.at].name }}</span>
            <span
              class="text-xl font-semibold tabular-nums"
              :class="{ 'font-normal! italic': !row.reading }"
              data-test="spill-stops"
              >{{ stopsWords(row.stops) }}</span
            >
            <span class="text-sm text-soft">
              <strong v-if="row.isOver" class="text-ink">Too much: </strong>at most {{ stopsWords(row.mostStops) }} the
              key; {{ SPILL[row.at].why }}
            </span>
          </button>
        </li>
      </ul>
      <div v-if="spill.row.value" class="mt-3">
        <p class="mb-2" data-test="spill-where">
          <strong>{{ lamps }}.</strong> Hold the meter {{ heldWords(spill.row.value.point) }},
          {{ pointedWords(spill.row.value.point) }}; expect
          <strong>{{
            words(spill.row.value.expected.fNumber, spill.row.value.point.constant, spill.lightIds.value)
          }}</strong>.
        </p>
        <ReadingEntry
          is-compact
          :problem="spill.problem.value"
          :is-asking="spill.isAsking.value"
          :example="example(spill.lightIds.value)"
          :enter="spill.enter"
          @ask="spill.askBench"
        />
      </div>
      <ul v-if="spill.findings.value.length > 0" class="mt-3 flex flex-col gap-2" data-test="spill-findings">
        <li v-for="finding in spill.findings.value" :key="finding.id">
          {{ findingWords(finding) }}
          <button v-for="fix in finding.fixes" :key="fixWords(fix)" class="press mr-2" @click="apply(fix)">
            {{ fixWords(fix) }}
          </button>
        </li>
      </ul>
    </template>
  </section>
</template>
