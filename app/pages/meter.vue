<script setup lang="ts">
const PARTS = [
  { to: '/meter', name: 'Run' },
  { to: '/meter/even', name: 'Even' },
  { to: '/meter/spill', name: 'Spill, ratio' },
  { to: '/meter/continuous', name: 'Continuous' },
  { to: '/meter/readings', name: 'Readings' },
] as const
</script>

<template>
  <div class="flex grow flex-col lg:min-h-0">
    <nav
      aria-label="Metering"
      class="flex shrink-0 gap-x-1 overflow-x-auto border-b border-rule px-3 max-sm:gap-x-0 py-1 text-sm"
    >
      <NuxtLink
        v-for="part in PARTS"
        :key="part.to"
        :to="part.to"
        class="rounded-sm px-2 py-1 whitespace-nowrap text-soft max-sm:px-1.5 hover:text-ink"
        exact-active-class="bg-panel font-semibold text-ink!"
      >
        {{ part.name }}
      </NuxtLink>
    </nav>
    <NuxtPage />
  </div>
</template>
