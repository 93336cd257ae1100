<script setup lang="ts">
import { useFrameImport } from '~/features/testFrames/useFrameImport'
import { useShared } from '~/features/testFrames/useShared'
import { onMounted } from 'vue'
import PartBar from '~/shell/PartBar.vue'
import { NuxtPage } from '#components'
const PARTS = [
  { to: '/frames', name: 'Read' },
  { to: '/frames/live', name: 'Live' },
  { to: '/frames/compare', name: 'Compare' },
  { to: '/frames/match', name: 'Match' },
  { to: '/frames/response', name: 'Camera response' },
  { to: '/frames/pictures', name: 'Pictures' },
] as const

const frameImport = useFrameImport()
const takeShared = useShared()
onMounted(() => void takeShared())
</script>

<template>
  <div :ref="frameImport.dropZone" class="relative flex grow flex-col lg:min-h-0">
    <PartBar label="Frames" :parts="PARTS" />
    <NuxtPage />
    <div
      v-if="frameImport.isOver.value"
      class="pointer-events-none absolute inset-2 z-30 grid place-items-center rounded-sm border-2 border-dashed border-accent bg-ground/80 text-xl"
    >
      Let go to bring the picture in
    </div>
  </div>
</template>
