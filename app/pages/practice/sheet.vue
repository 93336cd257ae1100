<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { usePaper } from '~/shared/usePaper'
import { usePractice } from '~/stores/practice'
import ChoiceRow from '~/ui/ChoiceRow.vue'
import { SKILL_NAMES } from '#wording/practice'
import { scoreWords } from '#wording/practiceMarks'
import { formatMoment } from '#wording/notation/moment'

const practice = usePractice()
const route = useRoute()
const { paper } = usePaper()
const PAPERS = [
  { value: 'A4', name: 'A4' },
  { value: 'letter', name: 'Letter' },
] as const
const collection = computed(() => practice.collections.find(({ id }) => id === route.query.id))
const rows = computed(() => {
  const of = collection.value
  if (!of) return []
  const results = practice.resultsOf(of)
  return of.exercises.map((exercise, at) => ({
    name: exercise.kind === 'own' ? exercise.title : SKILL_NAMES[exercise.skill],
    level: exercise.kind === 'own' ? null : exercise.level,
    seed: exercise.seed,
    result: results[at],
  }))
})
const isWhole = computed(() => rows.value.every(({ result }) => result))
/** A test tells nothing before its end. */
const isShown = computed(() => !collection.value?.isTest || isWhole.value)
const whole = computed(() => rows.value.reduce((sum, { result }) => sum + (result?.score ?? 0), 0))
const print = () => globalThis.print()
</script>

<template>
  <div class="min-h-0 grow overflow-y-auto px-4 py-3 print:overflow-visible print:p-0">
    <div class="mb-3 flex flex-wrap items-center gap-3 print:hidden">
      <ChoiceRow
        label="Paper"
        :value="paper === 'letter' ? 'letter' : 'A4'"
        :choices="PAPERS"
        @choose="value => (paper = value)"
      />
      <button class="press-main" data-test="print" @click="print">Print</button>
    </div>
    <p v-if="practice.isLoaded && !collection" role="alert">This collection is not in this browser.</p>
    <article
      v-if="collection"
      class="mx-auto max-w-3xl bg-white p-6 text-black print:max-w-none print:p-0 [&_*]:border-neutral-400 [&_*]:bg-transparent! [&_*]:text-black!"
      data-test="sheet"
    >
      <h2 class="text-xl font-semibold">{{ collection.title }}</h2>
      <p v-if="collection.notes" class="whitespace-pre-line">{{ collection.notes }}</p>
      <p class="mt-1">Name: ______________________________</p>
      <p v-if="!isShown" class="mt-2" data-test="sheet-waits">
        {{ rows.filter(({ result }) => result).length }} of {{ rows.length }} answered. Marks come once all are.
      </p>
      <table class="figure mt-3 w-full text-sm" data-test="sheet-rows">
        <thead>
          <tr class="text-left">
            <th class="font-normal">No.</th>
            <th class="font-normal">Exercise</th>
            <th class="font-normal">Level</th>
            <th class="font-normal">Seed</th>
            <th class="font-normal">Answered</th>
            <th class="text-right font-normal">Mark</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, at) in rows" :key="at" class="border-t">
            <td class="py-1">{{ at + 1 }}</td>
            <td>{{ row.name }}</td>
            <td>{{ row.level ?? 'own' }}</td>
            <td>{{ row.seed }}</td>
            <td>{{ row.result ? formatMoment(row.result.at, 'whole') : 'not yet' }}</td>
            <td class="text-right">
              {{
                row.result && isShown ? `${scoreWords(row.result.score)}, ${Math.round(row.result.score * 100)} %` : ''
              }}
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="isShown" class="mt-3 text-lg font-semibold" data-test="sheet-whole">
        {{ whole.toFixed(1) }} of {{ rows.length }}
      </p>
    </article>
  </div>
</template>
