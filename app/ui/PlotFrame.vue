<script setup lang="ts">
import { computed } from 'vue'
import { BarChart, LineChart } from 'echarts/charts'
import { AriaComponent, GridComponent } from 'echarts/components'
import { use } from 'echarts/core'
import { CanvasRenderer } from 'echarts/renderers'
import VChart from 'vue-echarts'

use([BarChart, LineChart, GridComponent, AriaComponent, CanvasRenderer])

/** A still chart that fills its place and says what it shows. */
const props = defineProps<{ option: object; label: string }>()
const still = computed(() => ({ animation: false, ...props.option }))
</script>

<template>
  <VChart class="size-full!" :option="still" role="img" :aria-label="label" autoresize />
</template>
