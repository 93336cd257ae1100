<script setup lang="ts">
import LookStrip from '~/features/looks/LookStrip.vue'
import FramePanel from '~/features/stage/frame/FramePanel.vue'
import StagePlan from '~/features/stage/plan/StagePlan.vue'
import ToneRail from '~/features/stage/rail/ToneRail.vue'
import StageTray from '~/features/stage/tray/StageTray.vue'
import VerdictBar from '~/features/stage/verdict/VerdictBar.vue'
import { useSetThumb } from '~/features/stage/frame/useSetThumb'
import { useStudio } from '~/stores/studio'
import { useFrameColumn } from '~/features/stage/useFrameColumn'
import { useTemplateRef } from 'vue'

useSetThumb()
const studio = useStudio()
const stage = useTemplateRef('stage')
const { columnPx } = useFrameColumn(stage)
</script>

<template>
  <div class="flex min-h-0 grow flex-col">
    <VerdictBar />
    <LookStrip />
    <div
      ref="stage"
      class="grid min-h-0 grow grid-cols-1 md:grid-cols-[minmax(0,1fr)_15.5rem] lg:grid-cols-[minmax(0,1fr)_15.5rem_var(--frame)] lg:grid-rows-[minmax(0,1fr)_auto]"
      :class="{ 'max-lg:pb-[48vh]': studio.selectedIds.length > 0 }"
      :style="{ '--frame': `${columnPx}px` }"
    >
      <StagePlan class="min-h-0 max-md:order-4 border-rule md:border-r" />
      <ToneRail class="min-h-0 max-md:order-1" />
      <StageTray class="max-md:order-2 md:col-span-2 lg:row-start-2" />
      <FramePanel
        class="min-h-0 border-rule max-md:order-3 md:col-span-2 lg:col-span-1 lg:col-start-3 lg:row-span-2 lg:row-start-1 lg:border-l"
      />
    </div>
  </div>
</template>
