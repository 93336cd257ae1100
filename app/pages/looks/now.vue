<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { NuxtLink } from '#components'
import DayTimeline from '~/features/day/DayTimeline.vue'
import StepList from '~/features/looks/StepList.vue'
import { useDay } from '~/stores/day'
import { usePlacing } from '~/stores/placing'
import { useStudio } from '~/stores/studio'
import { formatClock } from '#core/looks/clock'
import { clockWords, forSitterWords, latenessWords, savingWords, slotWords } from '#wording/day'
import { counted } from '#wording/language'
import { minutesWords } from '#wording/quantities'

const day = useDay()
const studio = useStudio()
const placing = usePlacing()
const router = useRouter()

const STEPS = [1, 5, 15] as const
const before = computed(() => {
  const done = day.day.done.filter(({ state }) => state === 'done').at(-1)
  return studio.stored.looks.find(({ id }) => id === done?.lookId)
})
const look = computed(() => studio.stored.looks.find(({ id }) => id === day.current?.lookId))
/** What is turned for whoever is in front of the camera, where that was worked out. */
const turned = computed(() => {
  const group = day.current && placing.forSitter(day.current.lookId, day.current.sitterId)
  return group ? forSitterWords(group, studio.stored.lights) : ''
})
const isEarly = computed(() => day.now < day.since && !day.hasBegun)
const running = computed(() => Math.max(0, day.now - day.since))
const next = computed(() => {
  const { current } = day
  return current && day.rest.slots.find(slot => slot.startsAt > current.startsAt && slot.kind !== 'change')
})
const show = async () => {
  studio.lookId = look.value?.id ?? null
  await router.push('/')
}
</script>

<template>
  <div class="min-h-0 grow overflow-y-auto px-4 py-3">
    <div class="mx-auto grid max-w-6xl gap-6 lg:grid-cols-[1fr_24rem]">
      <div class="flex min-w-0 flex-col gap-4">
        <div class="flex flex-wrap items-baseline gap-x-4">
          <p class="figure text-4xl font-semibold" data-test="clock">{{ formatClock(day.now) }}</p>
          <p class="text-[19px]" data-test="lateness" aria-live="polite">
            <template v-if="day.current">{{ latenessWords(day.late, day.rest.endsAt) }}</template>
            <template v-else-if="day.hasBegun">Everything is done.</template>
            <template v-else>
              The day has no sitters yet. Add them, and the looks they want, under
              <NuxtLink to="/looks/day" class="underline underline-offset-2">Day</NuxtLink>.
            </template>
          </p>
        </div>
        <section v-if="day.current && look" aria-label="Now">
          <p class="text-soft">
            {{
              isEarly
                ? `Begins ${clockWords(day.since)}`
                : `Now, for ${minutesWords(running)}; ${counted(day.left, 'look')} left`
            }}
          </p>
          <h2 class="text-2xl font-semibold" data-test="now">{{ slotWords(studio.stored, day.current) }}</h2>
          <p v-if="turned" class="text-[19px]" data-test="for-sitter">For this sitter: {{ turned }}.</p>
          <p v-if="next" class="text-soft" data-test="next">
            Then {{ formatClock(next.startsAt) }} {{ slotWords(studio.stored, next) }}
          </p>
          <div class="mt-3 flex flex-wrap gap-2">
            <button class="press-main min-h-12 grow text-lg sm:grow-0 sm:px-10" data-test="look-done" @click="day.done">
              Done
            </button>
            <button class="press min-h-12 grow sm:grow-0 sm:px-6" data-test="look-skip" @click="day.skip">Skip</button>
            <button class="press min-h-12 grow sm:grow-0" @click="show">On the stage</button>
          </div>
          <StepList v-if="before && before.id !== look.id" class="mt-3" :from="before" :to="look" />
        </section>
        <section v-if="day.savings.length > 0" aria-labelledby="savings">
          <h2 id="savings" class="font-semibold">To end by {{ clockWords(day.day.endsAt) }} again</h2>
          <ul data-test="savings">
            <li
              v-for="saving in day.savings.slice(0, 4)"
              :key="savingWords(studio.stored, saving)"
              class="flex items-center gap-3 border-t border-rule py-1"
            >
              <span class="grow">{{ savingWords(studio.stored, saving) }}</span>
              <span class="text-soft">saves {{ minutesWords(Math.round(saving.minutes)) }}</span>
              <button class="press" @click="day.save(saving)">Do it</button>
            </li>
          </ul>
        </section>
        <section aria-label="Clock" class="flex flex-wrap items-center gap-2 border-t border-rule pt-3 text-sm">
          <template v-if="day.rehearsed === null">
            <button class="press" data-test="rehearse" @click="day.rehearsed = day.since">
              Rehearse with a clock of its own
            </button>
          </template>
          <template v-else>
            <span class="text-soft">Rehearsal:</span>
            <button
              v-for="minutes in STEPS"
              :key="minutes"
              class="press"
              :data-test="`clock-${minutes}`"
              @click="day.rehearsed += minutes"
            >
              +{{ minutes }} min
            </button>
            <button class="press" data-test="stop-rehearsing" @click="day.rehearsed = null">The real clock</button>
          </template>
          <button v-if="day.hasBegun" class="press" data-test="begin-anew" @click="day.beginAnew">
            Begin the day anew
          </button>
        </section>
      </div>
      <section aria-label="What is left">
        <DayTimeline :slots="day.rest.slots" :ends-at="day.rest.endsAt" />
      </section>
    </div>
  </div>
</template>
