<script setup lang="ts">
import ProgressBar from '~/ui/ProgressBar.vue'

/** Something that is being worked out: how far it is, what it is, and a way to stop it. */
defineProps<{ value: number; words: string }>()
const emit = defineEmits<{ stop: [] }>()
</script>

<template>
  <p role="status" class="flex items-center gap-2 text-soft">
    <ProgressBar :value="value" :label="words" />
    {{ words }}
    <button type="button" class="press" @click="emit('stop')">Stop</button>
  </p>
</template>
