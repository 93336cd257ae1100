<script setup lang="ts">
import { useUnits } from '~/shared/useUnits'
import { nextTick, useId } from 'vue'
import FieldProblem from '~/ui/FieldProblem.vue'
import { useRefusal } from '~/ui/refusals'

/**
 * A distance in the user's unit. Outside its range it is refused here, in words; what the document refuses is told
 * here too.
 */
const props = withDefaults(defineProps<{ label: string; value: number; least?: number; most?: number }>(), {
  least: Number.NEGATIVE_INFINITY,
  most: Number.POSITIVE_INFINITY,
})
const emit = defineEmits<{ change: [metres: number] }>()
const { distance, parse } = useUnits()
const { words: problem, attempt, refuse } = useRefusal()
const id = useId()
const ROUNDING_M = 0.005
const rangeWords = () => {
  if (!Number.isFinite(props.most)) return `at least ${distance(props.least)}`
  if (!Number.isFinite(props.least)) return `at most ${distance(props.most)}`
  return `from ${distance(props.least)} to ${distance(props.most)}`
}

const commit = (event: Event) => {
  const field = event.target as HTMLInputElement
  const outcome = parse(field.value)
  // What is shown is rounded; a bound that is typed as it is shown holds.
  const isWithin = outcome.ok && outcome.value >= props.least - ROUNDING_M && outcome.value <= props.most + ROUNDING_M
  if (!outcome.ok) refuse(outcome.message)
  else if (!isWithin)
    refuse(`${distance(outcome.value)} is out of range: ${rangeWords()}. It is still ${distance(props.value)}.`)
  else attempt(() => emit('change', Math.min(props.most, Math.max(props.least, outcome.value))))
  void nextTick(() => {
    field.value = distance(props.value)
  })
}
</script>

<template>
  <div class="relative">
    <label :for="id" class="block text-xs text-soft">{{ label }}</label>
    <input
      :id="id"
      :value="distance(value)"
      class="h-8 w-21 rounded-sm border border-rule bg-well px-2 py-1"
      :aria-invalid="problem !== ''"
      :aria-describedby="problem ? `${id}-problem` : undefined"
      @change="commit"
      @focus="($event.target as HTMLInputElement).select()"
    />
    <FieldProblem :id="`${id}-problem`" :words="problem" />
  </div>
</template>
