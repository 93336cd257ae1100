<script setup lang="ts">
import { useElementSize, useMediaQuery } from '@vueuse/core'
import { usePlanTurn, usePlanView } from '~/features/stage/plan/usePlanView'
import { usePlanZoom } from '~/features/stage/plan/usePlanZoom'
import { useLight } from '~/stores/light'
import { useFloorContours } from '~/features/stage/plan/useFloorContours'
import { useSpotlight } from '~/features/stage/useSpotlight'
import { useStudio } from '~/stores/studio'
import { contourLabels } from '~/features/stage/plan/contourLabels'
import { computed, useTemplateRef, watch } from 'vue'
import FloorTone from '~/features/stage/plan/FloorTone.vue'
import PlanCamera from '~/features/stage/plan/PlanCamera.vue'
import PlanContours from '~/features/stage/plan/PlanContours.vue'
import PlanGhosts from '~/features/stage/plan/PlanGhosts.vue'
import PlanGuides from '~/features/stage/plan/PlanGuides.vue'
import PlanHandles from '~/features/stage/plan/PlanHandles.vue'
import PlanLabels from '~/features/stage/plan/PlanLabels.vue'
import PlanLegend from '~/features/stage/plan/PlanLegend.vue'
import PlanLight from '~/features/stage/plan/PlanLight.vue'
import PlanPanel from '~/features/stage/plan/PlanPanel.vue'
import PlanPaths from '~/features/stage/plan/PlanPaths.vue'
import PlanPoint from '~/features/stage/plan/PlanPoint.vue'
import PlanProp from '~/features/stage/plan/PlanProp.vue'
import PlanRoom from '~/features/stage/plan/PlanRoom.vue'
import PlanSubject from '~/features/stage/plan/PlanSubject.vue'
import PlanTapes from '~/features/stage/plan/PlanTapes.vue'
import PlanTools from '~/features/stage/plan/PlanTools.vue'
import SideView from '~/features/stage/plan/SideView.vue'
import { roomBounds } from '#core/model/bounds'
import { planMap, stageLayout } from '~/features/stage/plan/planMap'

const studio = useStudio()
const { waysTo } = useSpotlight()
const light = useLight()
const field = useTemplateRef('field')
const svg = useTemplateRef<SVGSVGElement>('svg')
const { width, height } = useElementSize(field)
const { shows, zoom, contours } = usePlanView()
const { closer, further, whole, byKey } = usePlanZoom(svg)
const { lines } = useFloorContours()
const isNarrow = useMediaQuery('(max-width: 639px)')

const size = computed((before?: { width: number; height: number }) =>
  // The plan keeps its scale under the hand, whatever else on the page changes its size meanwhile.
  studio.isDragging && before ? before : { width: Math.max(200, width.value), height: Math.max(200, height.value) },
)
const bounds = computed(() => roomBounds(studio.document.room))
const layout = computed(() =>
  stageLayout(bounds.value, size.value.width, size.value.height, isNarrow.value ? 'plan' : shows.value),
)
const { turnDeg } = usePlanTurn()
watch(
  () => layout.value.turnDeg,
  turn => (turnDeg.value = turn),
  { immediate: true },
)
const map = computed(() => planMap(bounds.value, size.value.width, layout.value.planHeight, layout.value, zoom.value))
</script>

<template>
  <section aria-label="Plan" class="flex flex-col">
    <PlanTools @closer="closer" @further="further" @whole="whole" />
    <div ref="field" data-zone="plan" class="relative min-h-72 grow basis-0 overflow-hidden max-md:min-h-[34rem]">
      <svg
        v-if="width > 0 && layout.planHeight > 0"
        ref="svg"
        class="absolute inset-x-0 top-0 touch-pan-y select-none md:touch-none"
        :width="size.width"
        :height="layout.planHeight"
        data-test="plan"
        tabindex="0"
        role="group"
        aria-label="Plan. Plus and minus zoom, arrow keys move what is zoomed, Tab goes to things."
        @keydown="byKey"
        @pointerdown.self="studio.selectedIds = []"
      >
        <PlanRoom :map="map"><FloorTone :map="map" /></PlanRoom>
        <PlanContours v-if="contours !== 'none'" :map="map" :lines="lines" />
        <PlanGuides :map="map" :width="size.width" :height="layout.planHeight" />
        <PlanCamera :map="map" />
        <PlanProp v-for="thing in studio.document.props" :key="thing.id" :map="map" :thing="thing" />
        <PlanPanel v-for="panel in studio.document.panels" :key="panel.id" :map="map" :panel="panel" />
        <PlanTapes :map="map" />
        <PlanSubject v-for="subject in studio.document.subjects" :key="subject.id" :map="map" :subject="subject" />
        <PlanPoint v-for="point in studio.document.points" :key="point.id" :map="map" :point="point" />
        <PlanLight
          v-for="source in studio.document.lights"
          :key="source.id"
          :map="map"
          :light="source"
          :is-on="light.shownSettings[source.id]?.on ?? false"
        />
        <PlanGhosts :map="map" />
        <PlanPaths v-if="waysTo !== null" :map="map" />
        <PlanHandles :map="map" />
        <PlanLabels :map="map" :width="size.width" :height="layout.planHeight" :more="contourLabels(lines, map)" />
      </svg>
      <PlanLegend />
      <SideView
        v-if="width > 0 && layout.sideHeight > 0"
        class="absolute inset-x-0 bottom-0 border-t border-rule"
        :plan="map"
        :width="size.width"
        :height="layout.sideHeight"
      />
    </div>
  </section>
</template>
