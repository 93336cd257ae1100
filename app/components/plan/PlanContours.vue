<script setup lang="ts">
import { formatStops } from '#core/units/fractions'
import type { PlanMap } from '~/support/planMap'

const props = defineProps<{ map: PlanMap }>()
const { lines } = useFloorContours()

/** A figure stands where its line is lowest on the plan, clear of the walls. */
const shown = computed(() => lines.value.map(({ stops, rings }) => {
  const longest = rings.toSorted((a, b) => b.length - a.length)[0] ?? []
  const foot = longest.reduce<[number, number] | undefined>((best, point) => !best || point[1] > best[1] ? point : best, undefined)
  return {
    stops,
    words: formatStops(stops, 'halves'),
    path: rings.map(ring => `M${ring.map(([x, y]) => `${props.map.x(x).toFixed(1)} ${props.map.y(y).toFixed(1)}`).join(' L')} Z`).join(' '),
    at: foot && { x: props.map.x(foot[0]), y: props.map.y(foot[1]) },
  }
}))
</script>

<template>
  <g
    class="pointer-events-none"
    data-test="contours"
  >
    <g
      v-for="line in shown"
      :key="line.stops"
    >
      <path
        :d="line.path"
        class="fill-none stroke-soft"
        :stroke-width="line.stops === 0 ? 2.5 : 1"
      />
      <text
        v-if="line.at"
        :x="line.at.x"
        :y="line.at.y - 3"
        text-anchor="middle"
        class="figure-on-plan fill-ink text-xs"
      >{{ line.words }}</text>
    </g>
  </g>
</template>
