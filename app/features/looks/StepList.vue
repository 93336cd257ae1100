<script setup lang="ts">
import { computed } from 'vue'
import { useUnits } from '~/shared/useUnits'
import { useChangeTicks } from '~/stores/changeTicks'
import { useLooks } from '~/stores/looks'
import { useStudio } from '~/stores/studio'
import { lookStepKey, minutesOfSteps } from '#core/looks/between'
import { inLook } from '#core/looks/inLook'
import type { Look } from '#core/model/schema'
import { lookStepCaution, lookStepWords } from '#wording/lookSteps'
import { unsetWords } from '#wording/day'
import { minutesWords } from '#wording/quantities'

/** Everything to do from one look to the next, to be ticked off. */
const props = defineProps<{ from: Look; to: Look }>()
const studio = useStudio()
const looks = useLooks()
const { distance } = useUnits()
const ticks = useChangeTicks()

const steps = computed(() => looks.stepsBetween(props.from, props.to))
const lines = computed(() => {
  const set = inLook(studio.stored, props.to.id)
  return steps.value.map(timed => ({
    mark: { setId: set.id, from: props.from.id, to: props.to.id, step: lookStepKey(timed.step) },
    words: lookStepWords(set, timed.step, distance),
    minutes: timed.minutes,
    caution: lookStepCaution(timed),
  }))
})
const unset = computed(() => [props.from, props.to].filter(({ id }) => looks.unsetIds.has(id)).map(({ name }) => name))
const waits = computed(() => {
  if (unset.value.length > 0) return unsetWords(unset.value)
  return looks.isJudging ? 'Calculating.' : 'The light of these looks could not be worked out.'
})
const isSettled = computed(() => looks.areSettled(props.from.id, props.to.id))
const total = computed(() => minutesOfSteps(steps.value, studio.stored.day.people))
</script>

<template>
  <section class="border-t border-rule py-2" :data-test="`steps-${to.id}`">
    <h3 class="flex items-baseline gap-3">
      <span class="font-medium">{{ from.name }} → {{ to.name }}</span>
      <span class="text-soft">{{ isSettled ? minutesWords(total) : 'minutes not known' }}</span>
    </h3>
    <ol class="mt-1 grid gap-x-8 sm:grid-cols-2">
      <li v-for="line in lines" :key="line.mark.step">
        <label class="flex items-start gap-2 py-0.5">
          <input
            type="checkbox"
            class="mt-1 accent-accent"
            :data-test="`tick-${line.mark.step}`"
            :checked="ticks.isDone(line.mark)"
            @change="ticks.set(line.mark, !ticks.isDone(line.mark))"
          />
          <span :class="{ 'text-soft line-through': ticks.isDone(line.mark) }">
            {{ line.words }}{{ ' ' }}<span v-if="line.caution" class="text-soft">{{ line.caution }}</span>
          </span>
        </label>
      </li>
    </ol>
    <p v-if="!isSettled" class="text-soft" data-test="steps-unsettled">
      {{ waits }}
    </p>
    <p v-else-if="lines.length === 0" class="text-soft">Nothing to do.</p>
  </section>
</template>
