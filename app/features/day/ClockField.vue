<script setup lang="ts">
import { computed } from 'vue'
import TypedField from '~/ui/TypedField.vue'
import { formatClock, parseClock } from '#core/looks/clock'

/** A time of the day; an empty field is no time, where there may be none. */
const props = defineProps<{ label: string; value: number | null; mayBeEmpty?: boolean; hideLabel?: boolean }>()
const emit = defineEmits<{ change: [value: number | null] }>()

const shown = computed(() => (props.value === null ? '' : formatClock(props.value)))
const take = (typed: string): string | undefined => {
  const text = typed.trim()
  const minutes = text === '' && props.mayBeEmpty ? null : parseClock(text)
  if (minutes === undefined)
    return `"${text}" is no time of a day: write hours and minutes, such as 9:40. It is still ${shown.value || 'empty'}.`
  emit('change', minutes)
  return undefined
}
</script>

<template>
  <TypedField
    :label="label"
    :shown="shown"
    :take="take"
    :hide-label="hideLabel"
    class="w-16"
    inputmode="numeric"
    autocomplete="off"
    :placeholder="mayBeEmpty ? 'any' : ''"
  />
</template>
