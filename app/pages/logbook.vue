<script setup lang="ts">
import { NuxtPage } from '#components'
import PartBar from '~/shell/PartBar.vue'

const PARTS = [
  { to: '/logbook', name: 'Records' },
  { to: '/logbook/figures', name: 'Figures' },
] as const
</script>

<template>
  <div class="flex grow flex-col lg:min-h-0">
    <PartBar label="Logbook" :parts="PARTS" class="print:hidden" />
    <NuxtPage />
  </div>
</template>
