<script setup lang="ts">
import { computed, ref } from 'vue'
import { ArrowDown, ArrowUp } from '@lucide/vue'
import { useUnits } from '~/shared/useUnits'
import { useExercise } from '~/stores/exercise'
import type { OrderExercise } from '#core/practice/exercise'
import { isOrder } from '#core/practice/kinds/day'
import { ruleWords, traitWords } from '#wording/practice'
import { listed } from '#wording/language'

/** Looks put in order, one step up or down at a time. */
const props = defineProps<{ exercise: OrderExercise; isOpen: boolean }>()
const session = useExercise()
const { distance } = useUnits()
const order = ref(props.exercise.names.map((_, at) => at))
const move = (at: number, by: -1 | 1) => {
  const next = [...order.value]
  ;[next[at], next[at + by]] = [next[at + by]!, next[at]!]
  order.value = next
}
const keeps = computed(() => isOrder(props.exercise, order.value))
</script>

<template>
  <p v-if="exercise.conditions.length > 0">
    {{ listed(exercise.conditions.map(rule => ruleWords(exercise.names, rule))) }}.
  </p>
  <ol class="max-w-2xl" data-test="order">
    <li v-for="(look, at) in order" :key="look" class="flex items-center gap-2 border-t border-rule py-1">
      <span class="figure w-6 text-soft">{{ at + 1 }}</span>
      <span class="grow">
        <b>{{ exercise.names[look] }}</b>: {{ traitWords(exercise.traits[look]!, distance) }}
      </span>
      <button
        class="press"
        :disabled="!isOpen || at === 0"
        :aria-label="`${exercise.names[look]} earlier`"
        @click="move(at, -1)"
      >
        <ArrowUp :size="16" />
      </button>
      <button
        class="press"
        :disabled="!isOpen || at === order.length - 1"
        :aria-label="`${exercise.names[look]} later`"
        @click="move(at, 1)"
      >
        <ArrowDown :size="16" />
      </button>
    </li>
  </ol>
  <details class="max-w-2xl">
    <summary>Minutes between the looks</summary>
    <div class="overflow-x-auto">
      <table class="figure text-sm">
        <thead>
          <tr>
            <td class="pr-3 text-soft">from, to</td>
            <th v-for="name in exercise.names" :key="name" scope="col" class="px-2 text-right font-normal">
              {{ name }}
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, from) in exercise.minutes" :key="from">
            <th scope="row" class="pr-3 text-left font-normal">{{ exercise.names[from] }}</th>
            <td v-for="(minutes, to) in row" :key="to" class="px-2 text-right">{{ from === to ? '' : minutes }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </details>
  <div v-if="isOpen" class="flex items-center gap-3">
    <button class="press-main h-12" :disabled="!keeps" data-test="give" @click="session.give({ form: 'order', order })">
      Answer
    </button>
    <p v-if="!keeps" class="text-soft">This order does not keep to what is asked.</p>
  </div>
</template>
