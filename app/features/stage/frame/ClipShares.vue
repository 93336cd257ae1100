<script setup lang="ts">
import { refThrottled } from '@vueuse/core'
import { computed } from 'vue'
import { toneCounts } from '~/features/stage/frame/toneCounts'
import type { Developed } from '#services/light/lightApi'

/** How much of the picture clips or is crushed, where any of it shows: the key to its dots and dashes. */
const props = defineProps<{ picture: Developed }>()
const COUNT_MS = 250
const followed = refThrottled(
  computed(() => props.picture),
  COUNT_MS,
  true,
)
const words = computed(() => {
  const { clipped, crushed } = toneCounts(followed.value.data, 2)
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
