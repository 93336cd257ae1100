<script setup lang="ts">
import { computed, ref, useId } from 'vue'
import { useUnits } from '~/shared/useUnits'
import type { Effect } from '#core/practice/kinds/effect'
import { effectWords } from '#wording/practiceMarks'

/** The key's distance drawn to and fro, with what it does to what was asked. */
const props = defineProps<{ effect: Effect }>()
const { distance, unit } = useUnits()
const id = useId()
const middle = Math.floor(props.effect.steps.length / 2)
const at = ref(middle)
const step = computed(() => props.effect.steps[at.value] ?? props.effect.steps[0]!)
</script>

<template>
  <div class="mt-2 flex flex-wrap items-center gap-3" data-test="effect">
    <label :for="id">The key at {{ distance(step.lengthM) }}</label>
    <input
      :id="id"
      v-model.number="at"
      type="range"
      class="h-8 w-64 accent-accent"
      min="0"
      :max="effect.steps.length - 1"
      step="1"
      :aria-valuetext="distance(step.lengthM)"
      data-test="effect-slider"
    />
    <output :for="id" class="figure" data-test="effect-says">{{ effectWords(effect, step, unit) }}</output>
  </div>
</template>
