<script setup lang="ts">
import { useStudio } from '~/stores/studio'
import KeyingPanel from '~/features/metering/spill/KeyingPanel.vue'
import RatioPanel from '~/features/metering/spill/RatioPanel.vue'
import SilhouetteFrame from '~/features/metering/spill/SilhouetteFrame.vue'
import SpillRows from '~/features/metering/spill/SpillRows.vue'
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
