<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { ref } from 'vue'
import { useChangeNote } from '~/shared/useChangeNote'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'

/** The verdict for those who listen: one sentence once the hand rests, not each step on the way. */
const studio = useStudio()
const light = useLight()
const note = useChangeNote()
const REST_MS = 700
const words = ref('')

watchDebounced(
  () => [light.verdict?.headline, note.words.value, studio.isDragging] as const,
  ([headline, change, isDragging]) => {
    if (headline && !isDragging) words.value = [change, headline].filter(Boolean).join(' ')
  },
  { debounce: REST_MS, immediate: true },
)
</script>

<template>
  <p class="sr-only" role="status" data-test="spoken-verdict">{{ words }}</p>
</template>
