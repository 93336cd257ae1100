<script setup lang="ts">
const studio = useStudio()

const WORDS = { saved: 'Saved', saving: 'Saving…', failed: 'Not saved', copied: 'Saved as a copy' } as const
</script>

<template>
  <span
    class="text-xs text-soft"
    :class="{ 'font-semibold text-ink!': studio.saveState === 'failed' }"
    data-test="save-state"
    role="status"
  >{{ WORDS[studio.saveState] }}</span>
</template>
