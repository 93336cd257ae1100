<script setup lang="ts">
import { computed, ref, useId } from 'vue'
import { useUnits } from '~/shared/useUnits'
import { useExercise } from '~/stores/exercise'
import type { PlacingExercise } from '#core/practice/exercise'
import { KEY_RANGES, keyPlaced } from '#core/practice/kinds/placing'
import { keyWords } from '#wording/practiceMarks'
import PlanSketch from '~/shared/PlanSketch.vue'

/** A key placed by what a picture shows: a slider for each thing that is asked. */
const props = defineProps<{ exercise: PlacingExercise; isOpen: boolean }>()
const session = useExercise()
const { distance } = useUnits()
const id = useId()
const place = ref({ ...props.exercise.start })

const SLIDERS = [
  { key: 'roundDeg', name: 'Round from the camera', step: 5 },
  { key: 'overEyesM', name: 'Over the eyes', step: 0.1 },
  { key: 'distanceM', name: 'Distance', step: 0.1 },
] as const
const sliders = computed(() => SLIDERS.filter(({ key }) => props.exercise.asked.includes(key)))
const set = computed(() => keyPlaced(props.exercise.set, place.value))
</script>

<template>
  <div class="flex flex-col items-start gap-4">
    <div class="flex w-72 flex-col gap-3">
      <div v-for="slider in sliders" :key="slider.key" class="flex flex-col">
        <label :for="`${id}-${slider.key}`" class="text-sm text-soft">{{ slider.name }}</label>
        <input
          :id="`${id}-${slider.key}`"
          v-model.number="place[slider.key]"
          type="range"
          class="h-8 accent-accent"
          :min="KEY_RANGES[slider.key][0]"
          :max="KEY_RANGES[slider.key][1]"
          :step="slider.step"
          :disabled="!isOpen"
          :data-test="`slider-${slider.key}`"
        />
      </div>
      <label v-if="exercise.asked.includes('isHard')" class="flex items-center gap-2">
        <input v-model="place.isHard" type="checkbox" class="size-4" :disabled="!isOpen" data-test="is-hard" />
        A hard light
      </label>
      <p class="figure" role="status">{{ keyWords(place, distance) }}</p>
      <button
        v-if="isOpen"
        class="press-main h-12 self-start"
        data-test="give"
        @click="session.give({ form: 'placing', place: { ...place } })"
      >
        Answer
      </button>
    </div>
    <PlanSketch
      :set="set"
      :width-px="380"
      ink="var(--ink)"
      pale-ink="var(--soft)"
      label="Plan and side view with the key where you put it"
    />
  </div>
</template>
