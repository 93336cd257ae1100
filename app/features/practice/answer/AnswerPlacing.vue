<script setup lang="ts">
import { computed, ref, useId } from 'vue'
import { useUnits } from '~/shared/useUnits'
import { useExercise } from '~/stores/exercise'
import type { PlacingExercise } from '#core/practice/exercise'
import { KEY_RANGES, lightsPlaced } from '#core/practice/kinds/placing'
import { lightsWords } from '#wording/practiceMarks'
import PlanSketch from '~/shared/PlanSketch.vue'
import ChoiceRow from '~/ui/ChoiceRow.vue'

/** Lights placed by what a picture shows: a slider for each thing of the key that is asked, a press for the others. */
const props = defineProps<{ exercise: PlacingExercise; isOpen: boolean }>()
const session = useExercise()
const { distance } = useUnits()
const id = useId()
const place = ref({ ...props.exercise.start })

const EDGE_CHOICES = [
  { value: 'left', name: 'Camera left' },
  { value: 'none', name: 'None' },
  { value: 'right', name: 'Camera right' },
] as const
const SLIDERS = [
  { key: 'roundDeg', name: 'Round from the camera', step: 5 },
  { key: 'overEyesM', name: 'Over the eyes', step: 0.1 },
  { key: 'distanceM', name: 'Distance', step: 0.1 },
] as const
const sliders = computed(() => SLIDERS.filter(({ key }) => props.exercise.asked.includes(key)))
/** The lights that are on: what is off makes no picture. */
const set = computed(() => {
  const placed = lightsPlaced(props.exercise.set, place.value)
  return { ...placed, lights: placed.lights.filter(({ id }) => placed.looks[0]!.lights[id]!.on) }
})
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
      <label v-if="exercise.asked.includes('hasFill')" class="flex items-center gap-2">
        <input v-model="place.hasFill" type="checkbox" class="size-4" :disabled="!isOpen" data-test="has-fill" />
        Fill from the camera
      </label>
      <label v-if="exercise.asked.includes('isBackdropLit')" class="flex items-center gap-2">
        <input
          v-model="place.isBackdropLit"
          type="checkbox"
          class="size-4"
          :disabled="!isOpen"
          data-test="backdrop-lit"
        />
        Lights on the backdrop
      </label>
      <ChoiceRow
        v-if="exercise.asked.includes('edge')"
        label="Edge light"
        :value="place.edge"
        :choices="EDGE_CHOICES"
        @choose="value => isOpen && (place.edge = value)"
      />
      <p class="figure" role="status">{{ lightsWords(exercise, place, distance) }}</p>
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
