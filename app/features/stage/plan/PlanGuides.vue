<script setup lang="ts">
import { useMoves } from '~/features/stage/plan/useMoves'
import type { PlanMap } from '~/features/stage/plan/planMap'

defineProps<{ map: PlanMap; width: number; height: number }>()
const { guides } = useMoves()
</script>

<template>
  <g class="pointer-events-none stroke-accent">
    <template v-for="guide in guides" :key="guide.kind">
      <path v-if="guide.kind === 'across'" :d="`M0 ${map.y(guide.atM)} H${width}`" stroke-dasharray="2 4" />
      <path v-else-if="guide.kind === 'depth'" :d="`M${map.x(guide.atM)} 0 V${height}`" stroke-dasharray="2 4" />
    </template>
  </g>
</template>
