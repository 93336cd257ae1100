<script setup lang="ts">
import { useSearch } from '~/stores/search'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import { thingsOf } from '#core/edits/things'
import type { PlanMap } from '~/features/stage/plan/planMap'

const props = defineProps<{ map: PlanMap }>()
const studio = useStudio()
const search = useSearch()

const RADIUS_PX = 13

/** Where the proposal that is looked at would put things: moved ones with the way they go, new ones alone. */
const ghosts = computed(() => {
  if (!search.previewed) return []
  const now = new Map(thingsOf(studio.document).map(thing => [thing.id, thing]))
  return thingsOf(search.previewed).flatMap(thing => {
    const before = now.get(thing.id)
    const hasMoved = !before || Math.hypot(thing.place.xM - before.place.xM, thing.place.yM - before.place.yM) > 0.01
    return hasMoved
      ? [
          {
            id: thing.id,
            name: before ? '' : thing.name,
            ...props.map.at(thing.place.yM, thing.place.xM),
            from: before && props.map.at(before.place.yM, before.place.xM),
          },
        ]
      : []
  })
})
</script>

<template>
  <g class="pointer-events-none fill-none stroke-accent stroke-2" aria-hidden="true">
    <g v-for="ghost in ghosts" :key="ghost.id" data-test="plan-ghost">
      <path v-if="ghost.from" :d="`M${ghost.from.x} ${ghost.from.y} L${ghost.x} ${ghost.y}`" stroke-dasharray="2 4" />
      <circle :cx="ghost.x" :cy="ghost.y" :r="RADIUS_PX" stroke-dasharray="5 3" />
      <text
        v-if="ghost.name"
        :x="ghost.x"
        :y="ghost.y - RADIUS_PX - 4"
        text-anchor="middle"
        class="fill-accent stroke-none text-xs"
      >
        {{ ghost.name }}
      </text>
    </g>
  </g>
</template>
