<script setup lang="ts">
import type { FrameView } from '#services/imaging/imagingApi'

/** The weakest stretch of the outline, and creases and spots. */
defineProps<{ reading: FrameView['reading']; size: { width: number; height: number } }>()
</script>

<template>
  <g>
    <circle
      v-for="({ x, y }, index) in reading.outline?.weakestPlaces ?? []"
      :key="`weak-${index}`"
      :cx="x * size.width"
      :cy="y * size.height"
      r="1.6"
      class="fill-accent"
    />
    <circle
      v-for="({ x, y, kind }, index) in reading.flaws"
      :key="`flaw-${index}`"
      :cx="x * size.width"
      :cy="y * size.height"
      r="9"
      class="fill-none stroke-accent"
      stroke-width="1.5"
      :stroke-dasharray="kind === 'crease' ? '5 3' : undefined"
    />
  </g>
</template>
