<script setup lang="ts">
import { computed } from 'vue'
import type { MovesExercise } from '#core/practice/exercise'
import type { Judged } from '#core/practice/practice'
import { inSentence, listed } from '#wording/language'
import { moveWords, standWords } from '#wording/practice'
import { spentWords } from '#wording/practiceMarks'
import { minutesWords } from '#wording/quantities'

/** What was done beside the ways that take the fewest minutes. */
const props = defineProps<{ exercise: MovesExercise; judged: Judged }>()

const ways = computed(() => props.judged.ways ?? [])
const least = computed(() => Math.min(...ways.value.map(({ minutes }) => minutes)))
</script>

<template>
  <p v-if="judged.minutes !== undefined" class="mt-2">{{ spentWords(judged.minutes, least) }}</p>
  <h3 class="mt-2 font-semibold">
    {{ ways.length === 1 ? 'The way that takes the fewest minutes' : 'The ways that take the fewest minutes' }}
  </h3>
  <ol class="list-decimal pl-6" data-test="ways">
    <li v-for="(way, at) in ways" :key="at">
      {{ minutesWords(way.minutes) }}: {{ listed(way.moves.map(move => inSentence(moveWords(exercise, move)))) }}
      <span class="text-soft">({{ standWords(exercise, way.missStops).toLowerCase() }})</span>
    </li>
  </ol>
</template>
