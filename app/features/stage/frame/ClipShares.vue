<script setup lang="ts">
import { computed } from 'vue'
import { useToneCounts } from '~/features/stage/frame/useToneCounts'
import type { Developed } from '#services/light/lightApi'

/** How much of the picture clips or is crushed, where any of it shows: the key to its dots and dashes. */
const props = defineProps<{ picture: Developed }>()
/** Only the ends are asked for. */
const BINS = 2
const counts = useToneCounts(() => props.picture, BINS)
const words = computed(() => {
  const { clipped, crushed } = counts.value
  return [
    ...(clipped >= 0.005 ? [`dots: ${Math.round(100 * clipped)} % clips`] : []),
    ...(crushed >= 0.005 ? [`dashes: ${Math.round(100 * crushed)} % crushed`] : []),
  ].join(' · ')
})
</script>

<template>
  <p
    v-if="words"
    class="pointer-events-none absolute bottom-0 left-0 bg-panel/90 px-2 py-0.5 text-xs"
    data-test="clips"
  >
    {{ words }}
  </p>
</template>
