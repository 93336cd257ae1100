<script setup lang="ts">
import { useFloorContours } from '~/features/stage/plan/useFloorContours'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import { roomBounds } from '#core/model/bounds'
import { coveRadius } from '#core/scene/surfaces/backdropSurfaces'
import { formatStops } from '#wording/notation/stops'
import type { PlanMap } from '~/features/stage/plan/planMap'

const props = defineProps<{ map: PlanMap }>()
const { lines } = useFloorContours()
const studio = useStudio()
const bounds = computed(() => roomBounds(studio.document.room))
/** Behind the drop and under its curve the floor is not open. */
const foot = computed(() => (studio.document.backdrop.sweepM > 0 ? coveRadius(studio.document.backdrop) : 0))

/** A figure stands where its line comes nearest to the camera, a little inside it. */
const LABEL_INSIDE_PX = 8
const shown = computed(() =>
  lines.value.map(({ stops, rings }) => {
    const longest = rings.toSorted((a, b) => b.length - a.length)[0] ?? []
    const lowest = longest.reduce<[number, number] | undefined>(
      (best, point) => (!best || point[1] > best[1] ? point : best),
      undefined,
    )
    return {
      stops,
      words: formatStops(stops, 'halves'),
      path: rings
        .map(
          ring => `M${ring.map(([x, y]) => `${props.map.x(y).toFixed(1)} ${props.map.y(x).toFixed(1)}`).join(' L')} Z`,
        )
        .join(' '),
      at: lowest && { x: props.map.x(lowest[1]) - LABEL_INSIDE_PX, y: props.map.y(lowest[0]) },
    }
  }),
)
</script>

<template>
  <g class="pointer-events-none" data-test="contours" clip-path="url(#open-floor)">
    <clipPath id="open-floor">
      <rect
        :x="map.x(foot)"
        :y="map.y(bounds.right)"
        :width="(bounds.front - foot) * map.scale"
        :height="(bounds.right - bounds.left) * map.scale"
      />
    </clipPath>
    <g v-for="line in shown" :key="line.stops">
      <path :d="line.path" class="fill-none stroke-soft" :stroke-width="line.stops === 0 ? 2.5 : 1" />
      <text
        v-if="line.at"
        :x="line.at.x"
        :y="line.at.y - 3"
        text-anchor="middle"
        class="figure-on-plan fill-ink text-xs"
      >
        {{ line.words }}
      </text>
    </g>
  </g>
</template>
