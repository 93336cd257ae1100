<script setup lang="ts">
import { computed } from 'vue'
import { bandOf } from '~/support/evenBand'
import { formatStops } from '#wording/notation/stops'
import type { LiveReading } from '#services/live/liveApi'

/** How even the backdrop is, in cells of a tenth of a stop about its mean. */
const props = defineProps<{ unevenness: NonNullable<LiveReading['unevenness']> }>()
const [CELL, FIGURE] = [40, 13]

const cells = computed(() =>
  props.unevenness.stops.flatMap((stops, cell) =>
    stops === null
      ? []
      : [
          {
            cell,
            x: (cell % props.unevenness.columns) * CELL,
            y: Math.floor(cell / props.unevenness.columns) * CELL,
            grey: `rgb(${[0, 1, 2].map(() => bandOf(stops)).join(' ')})`,
            words: formatStops(stops),
          },
        ],
  ),
)
</script>

<template>
  <svg
    :viewBox="`0 0 ${unevenness.columns * CELL} ${unevenness.rows * CELL}`"
    preserveAspectRatio="none"
    class="absolute inset-0 size-full"
    role="img"
    aria-label="How even the backdrop is, stops about its mean"
    data-test="even-map"
  >
    <g v-for="{ cell, x, y, grey, words } in cells" :key="cell">
      <rect :x="x" :y="y" :width="CELL" :height="CELL" :fill="grey" fill-opacity="0.85" />
      <text
        :x="x + CELL / 2"
        :y="y + CELL / 2 + 4"
        text-anchor="middle"
        :font-size="FIGURE"
        class="figure fill-[#141414]"
      >
        {{ words }}
      </text>
    </g>
  </svg>
</template>
