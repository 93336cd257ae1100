<script setup lang="ts">
import { useKept } from '~/shared/useKept'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import type { SaveState } from '~/document/writer'

const studio = useStudio()
const { unkept } = useKept()

const WORDS: Record<SaveState, string> = {
  saved: 'Saved',
  saving: 'Saving…',
  failed: 'Not saved, trying again',
  deleted: 'Not saved: deleted elsewhere',
  missing: 'Not saved',
  lost: 'Not saved',
}
const words = computed(() => (unkept ? 'Kept in this tab only' : WORDS[studio.saveState]))
</script>

<template>
  <span
    class="text-xs text-soft"
    :class="{ 'font-semibold text-ink!': studio.saveState !== 'saved' && studio.saveState !== 'saving' }"
    data-test="save-state"
    role="status"
    >{{ words }}</span
  >
</template>
