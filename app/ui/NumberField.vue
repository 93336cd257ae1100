<script setup lang="ts">
import { computed, nextTick, useId } from 'vue'
import FieldProblem from '~/ui/FieldProblem.vue'
import { parseStops, plainFigures } from '#wording/notation/stops'
import { useRefusal } from '~/ui/refusals'

const props = withDefaults(
  defineProps<{
    label: string
    value: number
    least: number
    most: number
    unit?: string
    digits?: number
    testName?: string
    narrow?: boolean
    whole?: boolean
    /** Thirds are written as such. */
    isFraction?: boolean
    /** Shown and taken in the place of 0. */
    zeroWord?: string
  }>(),
  { unit: '', digits: 1, testName: undefined, zeroWord: undefined },
)
const emit = defineEmits<{ change: [value: number] }>()
const { words: problem, attempt, refuse } = useRefusal()
const id = useId()
const isThird = (value: number) => Math.round(3 * value) % 3 !== 0 && Math.abs(3 * value - Math.round(3 * value)) < 0.02
const shown = computed(() => {
  if (props.zeroWord && props.value === 0) return props.zeroWord
  if (props.isFraction && isThird(props.value)) return `${Math.round(3 * props.value)}/3${props.unit}`
  return `${Number(props.value.toFixed(props.digits))}${props.unit}`.replace('-', '\u2212')
})

/** A number as it is typed, a fraction such as 1/3 or 1 1/2 too. */
const numberFrom = (text: string): number => {
  const fraction = text.includes('/') ? parseStops(text) : undefined
  return fraction?.ok ? fraction.value : Number(text)
}

const commit = (event: Event) => {
  const field = event.target as HTMLInputElement
  const text = plainFigures(field.value).replace(props.unit.trim(), '').trim()
  const isZeroWord = props.zeroWord !== undefined && ['', props.zeroWord].includes(field.value.trim())
  const value = isZeroWord ? 0 : numberFrom(text)
  if (
    (text === '' && !isZeroWord) ||
    !Number.isFinite(value) ||
    value < props.least ||
    value > props.most ||
    (props.whole && !Number.isInteger(value))
  ) {
    refuse(
      `"${field.value.trim()}" is out of range: write a ${props.whole ? 'whole ' : ''}number from ${props.least} to ${props.most}${props.unit}. It is still ${shown.value}.`,
    )
  } else attempt(() => emit('change', value))
  void nextTick(() => {
    field.value = shown.value
  })
}
</script>

<template>
  <div class="relative flex flex-col">
    <label :for="id" class="text-xs text-soft">{{ label }}</label>
    <input
      :id="id"
      :value="shown"
      class="h-8 rounded-sm border border-rule bg-well px-2"
      :class="narrow ? 'w-16' : 'w-22'"
      :aria-invalid="problem !== ''"
      :aria-describedby="problem ? `${id}-problem` : undefined"
      :data-test="testName"
      @change="commit"
      @focus="($event.target as HTMLInputElement).select()"
    />
    <FieldProblem :id="`${id}-problem`" :words="problem" />
  </div>
</template>
