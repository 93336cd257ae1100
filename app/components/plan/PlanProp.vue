<script setup lang="ts">
import type { Prop } from '#core/set/schema'
import type { PlanMap } from '~/support/planMap'

const props = defineProps<{ map: PlanMap, thing: Prop }>()
const turned = computed(() => `translate(${props.map.x(props.thing.place.xM)} ${props.map.y(props.thing.place.yM)}) rotate(${props.thing.turnDeg})`)
const size = computed(() => {
  const { form } = props.thing
  return form.shape === 'box'
    ? { wide: form.widthM * props.map.scale, deep: form.depthM * props.map.scale, round: 0 }
    : { wide: 2 * form.radiusM * props.map.scale, deep: 2 * form.radiusM * props.map.scale, round: form.radiusM * props.map.scale }
})
</script>

<template>
  <g
    role="img"
    :aria-label="thing.name"
  >
    <rect
      :transform="turned"
      :x="-size.wide / 2"
      :y="-size.deep / 2"
      :width="size.wide"
      :height="size.deep"
      :rx="size.round"
      class="fill-rule stroke-soft"
    />
    <title>{{ thing.name }}</title>
  </g>
</template>
