<script setup lang="ts">
import { useBeam } from '~/features/stage/plan/useBeam'
import { computed } from 'vue'
import type { Light } from '#core/model/schema'

/** A light as it is drawn on the plan and from the side: its beam, its housing, its front. */
const props = defineProps<{
  light: Light
  x: number
  y: number
  turnedDeg: number
  halfPx: number
  scale: number
  isOn: boolean
  isSelected: boolean
}>()

/** Depth of the housing behind the front, and its narrow end: drawn, not part of the model. */
const HOUSING_PX = 18
const NECK_PX = 5
const { beam } = useBeam(
  () => props.light,
  () => props.scale,
)
const shell = computed(() => {
  const neck = Math.min(NECK_PX, props.halfPx)
  return `M0 ${-props.halfPx} L0 ${props.halfPx} L${-HOUSING_PX} ${neck} L${-HOUSING_PX} ${-neck} Z`
})
</script>

<template>
  <g :transform="`translate(${x} ${y}) rotate(${turnedDeg})`">
    <path v-if="isOn" :d="beam" class="fill-ink stroke-none" opacity="0.13" />
    <path :d="shell" :class="isSelected ? 'fill-accent' : isOn ? 'fill-ink' : 'fill-rule'" />
    <path :d="`M0 ${-halfPx} V${halfPx}`" class="stroke-ink" :stroke-width="isOn ? 4 : 1.5" />
  </g>
</template>
