<script setup lang="ts">
import { computed, ref } from 'vue'
import AbilityChart from '~/features/practice/AbilityChart.vue'
import { usePractice } from '~/stores/practice'
import { downloadText } from '~/support/download'
import { writeResultsCsv } from '#core/practice/resultsTable'
import { TOPICS } from '#core/practice/skills'
import { SKILL_NAMES, TOPIC_NAMES } from '#wording/practice'
import { abilityWords, scoreWords } from '#wording/practiceMarks'
import { formatMoment } from '#wording/notation/moment'
import { counted, listed } from '#wording/language'

const practice = usePractice()
const LINES = 40
const most = ref(LINES)
const newest = computed(() => practice.results.toReversed().slice(0, most.value))
const topics = computed(() => TOPICS.filter(topic => practice.overview?.topics[topic]))
const weak = computed(() => (practice.overview?.weak ?? []).map(topic => TOPIC_NAMES[topic].toLowerCase()))
const save = () => downloadText(writeResultsCsv(practice.results), 'practice-results.csv', 'text/csv')
</script>

<template>
  <div class="min-h-0 grow overflow-y-auto px-4 py-3">
    <div class="mx-auto flex max-w-5xl flex-col gap-4">
      <div class="flex flex-wrap items-center gap-3">
        <h2 class="mr-auto text-lg font-semibold" data-test="progress-say">
          {{ practice.isLoaded ? counted(practice.results.length, 'answer') : 'Reading results…' }}
        </h2>
        <button class="press" :disabled="practice.results.length === 0" data-test="results-csv" @click="save">
          Results as CSV
        </button>
      </div>
      <p v-if="practice.isLoaded && practice.results.length === 0" class="text-soft">
        Nothing is answered yet. Start on the course; what you answer shows here, topic by topic.
      </p>
      <p v-if="weak.length > 0">Weakest beside the rest: {{ listed(weak) }}.</p>
      <div class="grid grid-cols-2 gap-4 max-sm:grid-cols-1 lg:grid-cols-3">
        <figure v-for="topic in topics" :key="topic" class="rounded-sm border border-rule bg-panel p-2">
          <figcaption class="flex justify-between">
            <span class="font-semibold">{{ TOPIC_NAMES[topic] }}</span>
            <span class="figure text-soft">{{ abilityWords(practice.overview!.topics[topic]!) }}</span>
          </figcaption>
          <div class="h-32">
            <AbilityChart
              :history="practice.overview!.history[topic] ?? []"
              :label="`Level in ${TOPIC_NAMES[topic]} over the answers`"
            />
          </div>
        </figure>
      </div>
      <div v-if="newest.length > 0" class="overflow-x-auto">
        <table class="figure w-full text-sm" data-test="results">
          <thead>
            <tr class="text-left text-soft">
              <th scope="col" class="py-1 font-normal">When</th>
              <th scope="col" class="font-normal">Exercise</th>
              <th scope="col" class="px-2 text-right font-normal">Level</th>
              <th scope="col" class="px-2 font-normal">Mark</th>
              <th scope="col" class="px-2 text-right font-normal">Seconds</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="result in newest" :key="result.id" class="border-t border-rule">
              <td class="py-1">{{ formatMoment(result.at, 'whole') }}</td>
              <td>{{ SKILL_NAMES[result.skill] }}{{ result.from ? ` (${result.from.title})` : '' }}</td>
              <td class="px-2 text-right">{{ result.level }}</td>
              <td class="px-2">{{ scoreWords(result.score) }}, {{ Math.round(result.score * 100) }} %</td>
              <td class="px-2 text-right">{{ Math.round(result.seconds) }}</td>
            </tr>
          </tbody>
        </table>
        <button v-if="practice.results.length > most" class="press mt-2" @click="most += LINES">Show more</button>
      </div>
    </div>
  </div>
</template>
