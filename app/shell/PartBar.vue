<script setup lang="ts">
import { NuxtLink } from '#components'
/** The parts of a view, each a page of its own. */
defineProps<{ label: string; parts: readonly { to: string; name: string }[] }>()
</script>

<template>
  <nav
    :aria-label="label"
    class="flex shrink-0 gap-x-1 overflow-x-auto border-b border-rule px-3 py-1 text-sm max-sm:gap-x-0"
  >
    <NuxtLink
      v-for="part in parts"
      :key="part.to"
      :to="part.to"
      class="shrink-0 rounded-sm px-2 py-1 whitespace-nowrap text-soft max-sm:px-1.5 hover:text-ink"
      exact-active-class="bg-panel font-semibold text-ink!"
    >
      {{ part.name }}
    </NuxtLink>
  </nav>
</template>
