<script setup lang="ts">
import { computed } from 'vue'
import TypedField from '~/ui/TypedField.vue'
import { parseStops, plainFigures } from '#wording/notation/stops'

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
    hideLabel?: boolean
  }>(),
  { unit: '', digits: 1, testName: undefined, zeroWord: undefined },
)
const emit = defineEmits<{ change: [value: number] }>()
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

const take = (typed: string): string | undefined => {
  const text = plainFigures(typed).replace(props.unit.trim(), '').trim()
  const isZeroWord = props.zeroWord !== undefined && ['', props.zeroWord].includes(typed.trim())
  const value = isZeroWord ? 0 : numberFrom(text)
  const isNumber = (text !== '' || isZeroWord) && Number.isFinite(value)
  if (!isNumber || value < props.least || value > props.most || (props.whole && !Number.isInteger(value)))
    return `"${typed.trim()}" is out of range: write a ${props.whole ? 'whole ' : ''}number from ${props.least} to ${props.most}${props.unit}. It is still ${shown.value}.`
  emit('change', value)
  return undefined
}
</script>

<template>
  <TypedField
    :label="label"
    :shown="shown"
    :take="take"
    :class="narrow ? 'w-16' : 'w-22'"
    :test-name="testName"
    :hide-label="hideLabel"
  />
</template>
