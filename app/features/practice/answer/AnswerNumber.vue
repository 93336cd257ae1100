<script setup lang="ts">
import { ref, useId } from 'vue'
import { useUnits } from '~/shared/useUnits'
import { useExercise } from '~/stores/exercise'
import type { NumberExercise } from '#core/practice/exercise'
import { parseAnswer, QUANTITY_WORDS } from '#wording/practiceMarks'

/** A figure, in whatever notation it is usually written. */
const props = defineProps<{ exercise: NumberExercise; isOpen: boolean }>()
const session = useExercise()
const { unit } = useUnits()
const id = useId()
const text = ref('')
const problem = ref('')

const give = () => {
  const read = parseAnswer(props.exercise.quantity, text.value, unit.value)
  problem.value = read.ok ? '' : read.message
  if (read.ok) void session.give({ form: 'number', value: read.value })
}
</script>

<template>
  <form class="flex flex-wrap items-end gap-3" @submit.prevent="give">
    <div class="flex flex-col">
      <label :for="id" class="text-sm text-soft">
        {{ QUANTITY_WORDS[exercise.quantity].name }}, such as {{ QUANTITY_WORDS[exercise.quantity].example }}
      </label>
      <input
        :id="id"
        v-model="text"
        class="figure h-12 w-56 rounded-sm border border-rule bg-well px-3 text-2xl"
        autocomplete="off"
        :disabled="!isOpen"
        :aria-invalid="problem !== ''"
        :aria-describedby="problem ? `${id}-problem` : undefined"
        data-test="answer"
      />
    </div>
    <button v-if="isOpen" class="press-main h-12" data-test="give">Answer</button>
    <p v-if="problem" :id="`${id}-problem`" role="alert" class="w-full" data-test="answer-problem">{{ problem }}</p>
  </form>
</template>
