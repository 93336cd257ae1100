<script setup lang="ts">
import { computed } from 'vue'
import type { Readout } from '#core/evaluation/readout'
import { ON_TARGET_STOPS } from '#core/evaluation/thresholds'

const props = defineProps<{ readout: Readout; toY: (stops: number) => number; x: number }>()

/** The bracket is never so small that it cannot be seen. */
const LEAST_PX = 12
const bracket = computed(() => {
  if (props.readout.targetStops === undefined) return undefined
  const middle = props.toY(props.readout.targetStops)
  const reach = Math.max(LEAST_PX, props.toY(-ON_TARGET_STOPS) - props.toY(ON_TARGET_STOPS)) / 2
  return `M${props.x - 1} ${middle - reach} h-7 v${2 * reach} h7`
})
</script>

<template>
  <path v-if="bracket" :d="bracket" class="fill-none stroke-ink stroke-2" data-test="rail-target" />
</template>
