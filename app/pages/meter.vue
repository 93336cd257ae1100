<script setup lang="ts">
import PartBar from '~/shell/PartBar.vue'
import { NuxtPage } from '#components'
const PARTS = [
  { to: '/meter', name: 'Run' },
  { to: '/meter/even', name: 'Even' },
  { to: '/meter/spill', name: 'Spill, ratio' },
  { to: '/meter/walk', name: 'Walk line' },
  { to: '/meter/readings', name: 'Readings' },
] as const
</script>

<template>
  <div class="flex grow flex-col lg:min-h-0">
    <PartBar label="Metering" :parts="PARTS" />
    <NuxtPage />
  </div>
</template>
