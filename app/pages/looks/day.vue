<script setup lang="ts">
import DayFiles from '~/features/day/DayFiles.vue'
import DaySettings from '~/features/day/DaySettings.vue'
import DayTimeline from '~/features/day/DayTimeline.vue'
import SitterPowers from '~/features/day/SitterPowers.vue'
import SitterList from '~/features/day/SitterList.vue'
import OffTargetLooks from '~/shared/OffTargetLooks.vue'
import { useDay } from '~/stores/day'
import { useLooks } from '~/stores/looks'
import { useStudio } from '~/stores/studio'
import { clockJumpWords, clockWords, conflictWords } from '#wording/day'
import { counted } from '#wording/language'
import { minutesWords } from '#wording/quantities'

const day = useDay()
const looks = useLooks()
const studio = useStudio()
</script>

<template>
  <div class="min-h-0 grow overflow-y-auto px-4 py-3">
    <div class="mx-auto grid max-w-6xl gap-6 lg:grid-cols-[1fr_24rem]">
      <div class="flex min-w-0 flex-col gap-5">
        <section aria-label="The day in short">
          <h2 class="text-[19px] font-medium" data-test="day-says">
            <template v-if="day.day.sitters.length === 0">No sitters yet: the day is set-up and strike.</template>
            <template v-else>
              {{ counted(day.day.sitters.length, 'sitter') }}, ends {{ clockWords(day.plan.endsAt) }};
              {{ minutesWords(day.plan.changeMinutes) }} of changes, {{ minutesWords(day.plan.waitMinutes) }} of
              waiting.
            </template>
          </h2>
          <ul v-if="day.plan.conflicts.length > 0 || day.jump !== 0" class="mt-1" data-test="conflicts">
            <li v-if="day.jump !== 0">{{ clockJumpWords(day.jump) }}</li>
            <li v-for="conflict in day.plan.conflicts" :key="conflictWords(studio.stored, conflict)">
              {{ conflictWords(studio.stored, conflict) }}
            </li>
          </ul>
        </section>
        <OffTargetLooks v-if="looks.several" />
        <DaySettings />
        <SitterList />
        <SitterPowers />
        <DayFiles />
      </div>
      <section aria-label="Timeline">
        <DayTimeline :slots="day.plan.slots" :ends-at="day.plan.endsAt" may-be-ordered />
      </section>
    </div>
  </div>
</template>
