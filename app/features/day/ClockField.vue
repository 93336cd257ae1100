<script setup lang="ts">
import { useId } from 'vue'
import FieldProblem from '~/ui/FieldProblem.vue'
import { useRefusal } from '~/ui/refusals'
import { formatClock, parseClock } from '#core/looks/clock'

/** A time of the day; an empty field is no time, where there may be none. */
const props = defineProps<{ label: string; value: number | null; mayBeEmpty?: boolean; hideLabel?: boolean }>()
const emit = defineEmits<{ change: [value: number | null] }>()
const id = useId()
const { words: problem, attempt, refuse } = useRefusal()

const shown = () => (props.value === null ? '' : formatClock(props.value))
const commit = (event: Event) => {
  const field = event.target as HTMLInputElement
  const text = field.value.trim()
  const minutes = parseClock(text)
  if (text === '' && props.mayBeEmpty) attempt(() => emit('change', null))
  else if (minutes === undefined)
    refuse(`"${text}" is no time of a day: write hours and minutes, such as 9:40. It is still ${shown() || 'empty'}.`)
  else attempt(() => emit('change', minutes))
  field.value = shown()
}
</script>

<template>
  <div class="relative flex flex-col">
    <label :for="id" class="text-xs text-soft" :class="{ 'sr-only': hideLabel }">{{ label }}</label>
    <input
      :id="id"
      class="h-8 w-16 rounded-sm border border-rule bg-well px-2"
      inputmode="numeric"
      autocomplete="off"
      :placeholder="mayBeEmpty ? 'any' : ''"
      :value="shown()"
      :aria-invalid="problem !== ''"
      :aria-describedby="problem ? `${id}-problem` : undefined"
      @change="commit"
      @focus="($event.target as HTMLInputElement).select()"
    />
    <FieldProblem :id="`${id}-problem`" :words="problem" />
  </div>
</template>
