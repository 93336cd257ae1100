<script setup lang="ts">
import { computed } from 'vue'
import { useExercise } from '~/stores/exercise'
import { CLIP_CHOICES, type ChoiceExercise } from '#core/practice/exercise'
import { CLIP_NAMES } from '#wording/practice'
import PatchRow from '../PatchRow.vue'

/** One of several: patches, or what a picture shows. */
const props = defineProps<{ exercise: ChoiceExercise; isOpen: boolean }>()
const session = useExercise()
const chosen = computed(() => (session.answer?.form === 'choice' ? session.answer.at : undefined))
const right = computed(() => (session.marked && !session.isTest ? props.exercise.right : undefined))
const choose = (at: number) => void session.give({ form: 'choice', at })
</script>

<template>
  <PatchRow
    v-if="exercise.question.ask === 'pick'"
    :patches="exercise.question.patches"
    is-pressed
    :chosen="chosen"
    :right="right"
    :is-open="isOpen"
    @choose="choose"
  />
  <div v-else class="flex flex-wrap gap-3">
    <button
      v-for="(choice, at) in CLIP_CHOICES"
      :key="choice"
      class="press h-12 px-4"
      :class="{ 'border-ink font-semibold': chosen === at }"
      :disabled="!isOpen"
      :data-test="`choice-${at}`"
      @click="choose(at)"
    >
      {{ CLIP_NAMES[choice] }}
    </button>
  </div>
</template>
