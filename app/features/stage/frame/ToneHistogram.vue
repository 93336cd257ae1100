<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'
import type { Developed } from '#services/light/lightApi'
import { useToneCounts } from '~/features/stage/frame/useToneCounts'

const props = defineProps<{ picture: Developed }>()
const BINS = 64
const counts = useToneCounts(() => props.picture, BINS)
const Chart = defineAsyncComponent(() => import('~/shared/BarChart.vue'))
const clipped = computed(() => Math.round(100 * counts.value.clipped))
const crushed = computed(() => Math.round(100 * counts.value.crushed))
</script>

<template>
  <div data-test="histogram">
    <p class="text-xs text-soft">Tones in the frame</p>
    <div class="h-16 w-full bg-well">
      <component
        :is="Chart"
        :heights="counts.shares"
        label="Histogram of the frame, black at the left, white at the right"
      />
    </div>
    <p class="flex justify-between text-xs text-soft">
      <span>{{ crushed }} % crushed</span><span>{{ clipped }} % clips</span>
    </p>
  </div>
</template>
