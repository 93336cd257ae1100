<script setup lang="ts">
import VerdictMark from '~/shared/VerdictMark.vue'
import { useLight } from '~/stores/light'

/** The verdict of the look on the screen, in one line. */
const light = useLight()
</script>

<template>
  <p class="flex items-center gap-2 text-base" data-test="verdict-line">
    <VerdictMark :verdict="light.verdict" />
    {{ light.verdict?.headline ?? 'Working out the light…' }}
  </p>
</template>
