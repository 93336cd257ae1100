<script setup lang="ts">
import { computed } from 'vue'
import type { Verdict } from '#core/solve/verdict'

const props = defineProps<{ verdict?: Verdict }>()

const words = computed(() => {
  if (!props.verdict) return 'Working out'
  if (props.verdict?.state === 'on-target') return 'On target'
  return (props.verdict.missStops ?? 0) > 0 ? 'Over target' : 'Under target'
})
const dotY = computed(() => ({ 'On target': 17, 'Over target': 4, 'Under target': 30, 'Working out': 17 })[words.value])
</script>

<template>
  <!-- The rail in small: a dot in its bracket, over it or under it. -->
  <svg
    width="30"
    height="34"
    viewBox="0 0 30 34"
    role="img"
    :aria-label="words"
    class="shrink-0 fill-none stroke-ink stroke-2"
  >
    <path d="M11 8 H5 V26 H11 M19 8 H25 V26 H19" />
    <circle v-if="verdict" cx="15" :cy="dotY" r="3" class="fill-ink stroke-none" />
  </svg>
</template>
