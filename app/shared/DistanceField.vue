<script setup lang="ts">
import { useUnits } from '~/shared/useUnits'
import TypedField from '~/ui/TypedField.vue'

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
const ROUNDING_M = 0.005
const rangeWords = () => {
  if (!Number.isFinite(props.most)) return `at least ${distance(props.least)}`
  if (!Number.isFinite(props.least)) return `at most ${distance(props.most)}`
  return `from ${distance(props.least)} to ${distance(props.most)}`
}

const take = (text: string): string | undefined => {
  const outcome = parse(text)
  if (!outcome.ok) return outcome.message
  // What is shown is rounded; a bound that is typed as it is shown holds.
  const isWithin = outcome.value >= props.least - ROUNDING_M && outcome.value <= props.most + ROUNDING_M
  if (!isWithin)
    return `${distance(outcome.value)} is out of range: ${rangeWords()}. It is still ${distance(props.value)}.`
  emit('change', Math.min(props.most, Math.max(props.least, outcome.value)))
  return undefined
}
</script>

<template>
  <TypedField :label="label" :shown="distance(value)" :take="take" class="w-21" />
</template>
