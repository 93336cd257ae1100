<script setup lang="ts">
import { useChartInk } from '~/shared/useChartInk'
import { computed } from 'vue'
import PlotFrame from '~/ui/PlotFrame.vue'
const props = defineProps<{ heights: readonly number[]; label: string }>()
const { fill } = useChartInk()

/** The tallest bars are clipping walls; without a limit they would flatten everything between. */
const LIMIT = 0.08
const option = computed(() => ({
  grid: { left: 0, right: 0, top: 0, bottom: 0 },
  xAxis: { type: 'category', show: false, data: props.heights.map((_, index) => index) },
  yAxis: { type: 'value', show: false, max: LIMIT },
  series: [
    {
      type: 'bar',
      data: props.heights.map(height => Math.min(LIMIT, height)),
      barCategoryGap: '0%',
      itemStyle: { color: fill.value },
      silent: true,
    },
  ],
}))
</script>

<template>
  <PlotFrame :option="option" :label="label" />
</template>
