<script setup lang="ts">
import { useMoves } from '~/features/stage/plan/useMoves'
import { computed } from 'vue'
import type { PlanMap } from '~/features/stage/plan/planMap'

const props = defineProps<{ map: PlanMap; width: number; height: number }>()
const { guides } = useMoves()
/** Lines over the whole field, along the room or across it. */
const paths = computed(() =>
  guides.value.flatMap(guide => {
    if (guide.kind !== 'across' && guide.kind !== 'depth') return []
    const isAcross = guide.kind === 'across'
    const { x, y } = isAcross ? props.map.at(0, guide.atM) : props.map.at(guide.atM, 0)
    return [
      {
        kind: guide.kind,
        path: isAcross === (props.map.turnDeg === 0) ? `M0 ${y} H${props.width}` : `M${x} 0 V${props.height}`,
      },
    ]
  }),
)
</script>

<template>
  <g class="pointer-events-none stroke-accent">
    <path v-for="{ kind, path } in paths" :key="kind" :d="path" stroke-dasharray="2 4" />
  </g>
</template>
