<script setup lang="ts">
import { computed } from 'vue'
import { useUnits } from '~/shared/useUnits'
import PlanSketch from '~/shared/PlanSketch.vue'
import { project, projectionOf } from '#core/camera/projection'
import { meterPoints } from '#core/evaluation/probes/points'
import type { Shown } from '#core/practice/exercise'
import { besidePoint } from '#core/practice/studio'
import type { Developed } from '#services/light/lightApi'
import { setLines } from '#wording/practice'
import { takenWords } from '#wording/practiceMarks'
import PictureCanvas from '~/ui/PictureCanvas.vue'

/** The set that is asked of: its picture with the place that is meant, its plan. */
const props = defineProps<{ shown: Shown; picture?: Developed; pointIds?: readonly string[]; label?: string }>()

const { distance, sized } = useUnits()
const lines = computed(() => setLines(props.shown.set, distance, sized))

const ring = computed(() => {
  const { set } = props.shown
  const id = props.pointIds?.[0]
  const point = [...meterPoints(set), besidePoint(set)].find(one => one.id === id)
  const at = point && project(projectionOf(set), point.position)
  if (!at || Math.abs(at.u) > 1 || Math.abs(at.v) > 1) return undefined
  return { left: `${(at.u + 1) * 50}%`, top: `${(1 - at.v) * 50}%` }
})
</script>

<template>
  <div class="flex flex-wrap items-start gap-4">
    <figure v-if="shown.isPicture && picture" class="flex flex-col gap-1">
      <div class="relative">
        <PictureCanvas
          :picture="picture"
          is-plain
          :label="label ?? 'The picture that the camera takes of this set'"
          class="h-[min(24rem,50vh)] w-auto"
        />
        <span
          v-if="ring"
          class="absolute size-6 -translate-x-1/2 -translate-y-1/2 rounded-full border-2 border-ink outline outline-ground"
          :style="ring"
          aria-hidden="true"
        />
      </div>
      <figcaption class="text-xs text-soft">{{ takenWords(shown.camera) }}</figcaption>
    </figure>
    <div v-if="shown.isPlan" class="flex max-w-full min-w-0 flex-col gap-1">
      <div class="overflow-x-auto">
        <PlanSketch
          :set="shown.set"
          :width-px="shown.isPicture ? 360 : 540"
          ink="var(--ink)"
          pale-ink="var(--soft)"
          label="Plan and side view of the set"
        />
      </div>
      <ul class="figure text-sm text-soft" data-test="set-lines">
        <li v-for="line in lines" :key="line">{{ line }}</li>
      </ul>
    </div>
  </div>
</template>
