<script setup lang="ts">
import { useIntake } from '~/composables/useIntake'
import PartBar from '~/components/shell/PartBar.vue'
import { NuxtPage } from '#components'
const PARTS = [
  { to: '/frames', name: 'Read' },
  { to: '/frames/compare', name: 'Compare' },
  { to: '/frames/response', name: 'Camera response' },
  { to: '/frames/pictures', name: 'Pictures' },
] as const

const intake = useIntake()
</script>

<template>
  <div :ref="intake.dropZone" class="relative flex grow flex-col lg:min-h-0">
    <PartBar label="Frames" :parts="PARTS" />
    <NuxtPage />
    <div
      v-if="intake.isOver.value"
      class="pointer-events-none absolute inset-2 z-30 grid place-items-center rounded-sm border-2 border-dashed border-accent bg-ground/80 text-xl"
    >
      Let go to bring the picture in
    </div>
  </div>
</template>
