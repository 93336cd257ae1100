<script setup lang="ts">
import LookStrip from '~/features/looks/LookStrip.vue'
import FramePanel from '~/features/stage/frame/FramePanel.vue'
import LightList from '~/features/stage/lights/LightList.vue'
import StagePlan from '~/features/stage/plan/StagePlan.vue'
import ToneRail from '~/features/stage/rail/ToneRail.vue'
import VerdictBar from '~/features/stage/verdict/VerdictBar.vue'
</script>

<template>
  <div class="flex min-h-0 grow flex-col">
    <VerdictBar />
    <LookStrip />
    <div
      class="grid min-h-0 grow grid-cols-1 md:grid-cols-[minmax(0,1fr)_15.5rem] lg:grid-cols-[minmax(0,1fr)_15.5rem_26.5rem]"
    >
      <StagePlan class="min-h-0 border-rule md:border-r" />
      <ToneRail class="min-h-120 border-rule lg:border-r" />
      <aside class="flex min-h-0 flex-col md:col-span-2 lg:col-span-1">
        <FramePanel />
        <LightList class="grow border-t border-rule" />
      </aside>
    </div>
  </div>
</template>
