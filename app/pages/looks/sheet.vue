<script setup lang="ts">
import { computed } from 'vue'
import ChangeCard from '~/features/looks/ChangeCard.vue'
import DayTimeline from '~/features/day/DayTimeline.vue'
import { usePaper } from '~/shared/usePaper'
import { useDay } from '~/stores/day'
import { useStudio } from '~/stores/studio'
import ChoiceRow from '~/ui/ChoiceRow.vue'
import { formatClock } from '#core/looks/clock'
import { clockWords, conflictWords } from '#wording/day'

const day = useDay()
const studio = useStudio()

const PAPERS = [
  { value: 'A4', name: 'A4' },
  { value: 'letter', name: 'Letter' },
  { value: 'A6', name: 'A6 cards' },
] as const
const { paper } = usePaper()
const isCards = computed(() => paper.value === 'A6')
const CAUTIONS = [
  'Sandbag every stand and boom; tape cables or lay them under mats.',
  'Hot lamps, gels and barn doors burn: off first, then wait.',
  'Warn before each flash. Repeated flashes can trigger seizures: ask first.',
  'A guardian is present with every minor. Local codes and licensed practice come before this sheet.',
] as const
const nameOf = (id: string) => studio.stored.looks.find(look => look.id === id)?.name ?? id
/** The changes of the day, each pair of looks once. */
const pairs = computed(() => {
  const seen = new Map<string, { fromId: string; toId: string }>()
  for (const slot of day.plan.slots)
    if (slot.kind === 'change' && slot.fromId)
      seen.set(`${slot.fromId} ${slot.lookId}`, { fromId: slot.fromId, toId: slot.lookId })
  if (seen.size === 0)
    studio.stored.looks.slice(1).forEach((look, index) => {
      seen.set(look.id, { fromId: studio.stored.looks[index]!.id, toId: look.id })
    })
  return [...seen.values()]
})
const print = () => globalThis.print()
</script>

<template>
  <div class="min-h-0 grow overflow-y-auto px-4 py-3 print:overflow-visible print:p-0">
    <div class="mb-3 flex flex-wrap items-center gap-3 print:hidden">
      <ChoiceRow label="Paper" :value="paper" :choices="PAPERS" @choose="value => (paper = value)" />
      <button class="press-main" data-test="print" @click="print">Print</button>
    </div>
    <article
      class="mx-auto max-w-3xl bg-white p-6 text-black print:max-w-none print:p-0 [&_*]:border-neutral-400 [&_*]:bg-transparent! [&_*]:text-black!"
      data-test="sheet"
    >
      <template v-if="!isCards">
        <h2 class="text-xl font-semibold">{{ studio.stored.name }}</h2>
        <p>{{ day.day.date ?? 'Any day' }}, {{ formatClock(day.day.startsAt) }} to {{ clockWords(day.plan.endsAt) }}</p>
        <ul class="mt-2 text-sm">
          <li v-for="words in CAUTIONS" :key="words">{{ words }}</li>
          <li v-for="conflict in day.plan.conflicts" :key="conflictWords(studio.stored, conflict)" class="font-medium">
            {{ conflictWords(studio.stored, conflict) }}
          </li>
        </ul>
        <table v-if="day.sitters.length > 0" class="mt-3 w-full text-sm">
          <thead>
            <tr class="text-left">
              <th class="font-normal">Sitter</th>
              <th class="font-normal">Arrives</th>
              <th class="font-normal">Looks</th>
              <th class="font-normal">To mind</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="sitter in day.sitters" :key="sitter.id" class="border-t align-top">
              <td class="pr-3 font-medium">{{ sitter.name }}</td>
              <td class="figure pr-3">{{ sitter.arrivesAt === null ? '' : formatClock(sitter.arrivesAt) }}</td>
              <td class="pr-3">{{ sitter.lookIds.map(nameOf).join(', ') }}</td>
              <td>
                {{
                  [
                    ...(sitter.isMinor
                      ? [sitter.hasGuardian ? 'minor, guardian present' : 'minor, guardian needed']
                      : []),
                    ...(sitter.isFlashSensitive ? ['sensitive to flashes'] : []),
                    ...(sitter.notes ? [sitter.notes] : []),
                  ].join('; ')
                }}
              </td>
            </tr>
          </tbody>
        </table>
        <DayTimeline class="mt-3" :slots="day.plan.slots" :ends-at="day.plan.endsAt" />
      </template>
      <ChangeCard
        v-for="{ fromId, toId } in pairs"
        :key="`${fromId} ${toId}`"
        :from-id="fromId"
        :to-id="toId"
        class="mt-4 break-inside-avoid"
        :class="{ 'break-after-page': isCards }"
      />
    </article>
  </div>
</template>
