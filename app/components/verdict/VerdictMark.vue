<script setup lang="ts">
import type { Verdict } from '#core/solve/verdict'

defineProps<{ state?: Verdict['state'] }>()
</script>

<template>
  <!-- A bracket as on the rail: closed round its dot on target, the dot outside it when not. -->
  <svg
    width="30"
    height="34"
    viewBox="0 0 30 34"
    role="img"
    :aria-label="state === 'on-target' ? 'On target' : state === 'short' ? 'Out of reach of power' : 'Not yet on target'"
    class="shrink-0 fill-none stroke-ink stroke-2"
  >
    <path d="M11 8 H5 V26 H11 M19 8 H25 V26 H19" />
    <circle
      cx="15"
      :cy="state === 'on-target' ? 17 : state === 'short' ? 31 : 4"
      r="3"
      class="fill-ink stroke-none"
    />
  </svg>
</template>
