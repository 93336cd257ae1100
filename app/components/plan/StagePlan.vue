<script setup lang="ts">
import { roomBounds } from '#core/set/bounds'
import { planMap } from '~/support/planMap'

const studio = useStudio()
const light = useLight()
const field = useTemplateRef('field')
const svg = useTemplateRef<SVGSVGElement>('svg')
const sideField = useTemplateRef('sideField')
const { width, height } = useElementSize(field)
const { width: sideWidth, height: sideHeight } = useElementSize(sideField)
const { shows, zoom, contours } = usePlanView()
const { closer, further, whole } = usePlanZoom(svg)

const MARGIN = 26
const size = computed((before?: { width: number, height: number }) =>
  // The plan keeps its scale under the hand, whatever else on the page changes its size meanwhile.
  studio.isDragging && before ? before : { width: Math.max(200, width.value), height: Math.max(200, height.value) })
const map = computed(() => planMap(roomBounds(studio.document.room), size.value.width, size.value.height, MARGIN, zoom.value))
</script>

<template>
  <section
    aria-label="Plan"
    class="flex flex-col"
  >
    <PlanTools
      @closer="closer"
      @further="further"
      @whole="whole"
    />
    <div
      v-show="shows !== 'side'"
      ref="field"
      class="relative min-h-72 grow basis-0 overflow-hidden"
    >
      <svg
        v-if="width > 0"
        ref="svg"
        class="absolute inset-0 touch-pan-y select-none md:touch-none"
        :width="width"
        :height="height"
        data-test="plan"
        @click.self="studio.selectedIds = []"
      >
        <PlanRoom :map="map" />
        <PlanContours
          v-if="contours !== 'none'"
          :map="map"
        />
        <PlanGuides
          :map="map"
          :width="width"
          :height="height"
        />
        <PlanCamera :map="map" />
        <PlanProp
          v-for="thing in studio.document.props"
          :key="thing.id"
          :map="map"
          :thing="thing"
        />
        <PlanPanel
          v-for="panel in studio.document.panels"
          :key="panel.id"
          :map="map"
          :panel="panel"
        />
        <PlanTapes :map="map" />
        <PlanSubject
          v-for="subject in studio.document.subjects"
          :key="subject.id"
          :map="map"
          :subject="subject"
        />
        <PlanPoint
          v-for="point in studio.document.points"
          :key="point.id"
          :map="map"
          :point="point"
        />
        <PlanLight
          v-for="source in studio.document.lights"
          :key="source.id"
          :map="map"
          :light="source"
          :is-on="light.shownSettings[source.id]?.on ?? false"
        />
        <PlanHandles :map="map" />
      </svg>
    </div>
    <div
      v-if="shows !== 'plan'"
      ref="sideField"
      class="relative hidden overflow-hidden border-t border-rule sm:block"
      :class="shows === 'both' ? 'h-42 shrink-0' : 'min-h-72 grow'"
    >
      <SideView
        v-if="sideWidth > 0"
        class="absolute inset-0"
        :width="sideWidth"
        :height="sideHeight"
      />
    </div>
    <ThingPanel class="hidden sm:block" />
  </section>
</template>
