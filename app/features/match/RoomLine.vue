<script setup lang="ts">
import { computed } from 'vue'
import { useUnits } from '~/shared/useUnits'
import { useMatching } from '~/stores/matching'
import { useStudio } from '~/stores/studio'

/** In which room a match is looked for, and that nothing there is touched. */
const studio = useStudio()
const matching = useMatching()
const set = computed(() => (matching.answer && matching.room) || studio.document)
const { distance } = useUnits()
const room = computed(() => {
  const { widthM, depthM, heightM } = set.value.room
  return `${distance(widthM)} × ${distance(depthM)} × ${distance(heightM)}`
})
</script>

<template>
  <p class="text-soft">
    In the room of {{ set.name }} ({{ room }}), with your kit. What stands there now stays as it is.
    <template v-if="matching.answer && matching.isElsewhere"
      >The set that is open has another room or backdrop: look again.</template
    >
  </p>
</template>
