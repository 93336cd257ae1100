<script setup lang="ts">
defineProps<{ value: number; label: string }>()
</script>

<template>
  <progress
    class="h-1.5 w-28 appearance-none overflow-hidden rounded-full [&::-webkit-progress-bar]:bg-rule [&::-webkit-progress-value]:bg-accent [&::-moz-progress-bar]:bg-accent"
    :value="value"
    :aria-label="label"
  />
</template>
