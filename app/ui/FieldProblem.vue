<script setup lang="ts">
/** What was refused at a field, over it; gone when it is mended. */
defineProps<{ id: string; words: string }>()
</script>

<template>
  <p
    v-if="words"
    :id="id"
    role="alert"
    class="absolute bottom-full left-0 z-20 mb-1 w-64 rounded-sm border border-ink bg-panel p-2 text-sm text-ink"
    data-test="field-problem"
  >
    {{ words }}
  </p>
</template>
