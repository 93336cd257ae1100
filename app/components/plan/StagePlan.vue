<script setup lang="ts">
import { roomBounds } from '#core/set/bounds'
import { planMap } from '~/support/planMap'

const studio = useStudio()
const light = useLight()
const field = useTemplateRef('field')
const { width, height } = useElementSize(field)

const MARGIN = 26
const size = computed((before?: { width: number, height: number }) =>
  // The plan keeps its scale under the hand, whatever else on the page changes its size meanwhile.
  studio.isDragging && before ? before : { width: Math.max(200, width.value), height: Math.max(240, height.value) })
const map = computed(() => planMap(roomBounds(studio.document.room), size.value.width, size.value.height, MARGIN))
</script>

<template>
  <section
    aria-label="Plan"
    class="flex flex-col"
  >
    <div
      ref="field"
      class="relative min-h-96 grow overflow-hidden"
    >
      <svg
        v-if="width > 0"
        class="absolute inset-0 touch-pan-y select-none md:touch-none"
        :width="width"
        :height="height"
        @click.self="studio.selectedId = null"
      >
        <PlanRoom :map="map" />
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
        <PlanLight
          v-for="source in studio.document.lights"
          :key="source.id"
          :map="map"
          :light="source"
          :is-on="light.shownSettings[source.id]?.on ?? false"
        />
      </svg>
    </div>
    <PlaceFields />
  </section>
</template>
