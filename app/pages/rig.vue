<script setup lang="ts">
import PartBar from '~/shell/PartBar.vue'
import { NuxtPage } from '#components'
const PARTS = [
  { to: '/rig', name: 'Levels' },
  { to: '/rig/patch', name: 'Patch' },
  { to: '/rig/cues', name: 'Cues' },
] as const
</script>

<template>
  <div class="flex grow flex-col lg:min-h-0">
    <PartBar label="Rig" :parts="PARTS" />
    <NuxtPage />
  </div>
</template>
