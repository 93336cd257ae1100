<script setup lang="ts">
import { useStudio } from '~/stores/studio'
import KeyingPanel from '~/components/spill/KeyingPanel.vue'
import RatioPanel from '~/components/spill/RatioPanel.vue'
import SilhouetteFrame from '~/components/spill/SilhouetteFrame.vue'
import SpillRows from '~/components/spill/SpillRows.vue'
const studio = useStudio()
</script>

<template>
  <div class="grow lg:min-h-0 lg:overflow-y-auto">
    <div class="mx-auto grid max-w-6xl gap-x-10 gap-y-8 p-4 lg:grid-cols-[minmax(0,1fr)_24rem] lg:p-6">
      <SpillRows />
      <div class="flex flex-col gap-8">
        <SilhouetteFrame />
        <RatioPanel />
      </div>
      <KeyingPanel v-if="studio.document.backdrop.kind === 'keying-screen'" class="lg:col-span-2" />
    </div>
  </div>
</template>
