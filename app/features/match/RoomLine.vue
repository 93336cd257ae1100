<script setup lang="ts">
import { computed } from 'vue'
import { useUnits } from '~/shared/useUnits'
import { useStudio } from '~/stores/studio'

/** In which room a match is looked for, and that nothing there is touched. */
const studio = useStudio()
const { distance } = useUnits()
const room = computed(() => {
  const { widthM, depthM, heightM } = studio.document.room
  return `${distance(widthM)} × ${distance(depthM)} × ${distance(heightM)}`
})
</script>

<template>
  <p class="text-soft">
    In the room of {{ studio.document.name }} ({{ room }}), with your kit. What stands there now stays as it is.
  </p>
</template>
