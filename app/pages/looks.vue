<script setup lang="ts">
import PartBar from '~/shell/PartBar.vue'
import { NuxtPage } from '#components'

const PARTS = [
  { to: '/looks', name: 'Looks' },
  { to: '/looks/compare', name: 'Compare' },
  { to: '/looks/together', name: 'One placement' },
  { to: '/looks/lights', name: 'With what' },
  { to: '/looks/order', name: 'Order' },
  { to: '/looks/day', name: 'Day' },
  { to: '/looks/now', name: 'Now' },
] as const
</script>

<template>
  <div class="flex grow flex-col lg:min-h-0">
    <PartBar label="Looks" :parts="PARTS" />
    <NuxtPage />
  </div>
</template>
