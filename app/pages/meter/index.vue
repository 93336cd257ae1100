<script setup lang="ts">
import { useMeterRun } from '~/features/metering/run/useMeterRun'
import { useKeptRun } from '~/features/metering/run/useKeptRun'
import { onMounted } from 'vue'
import RunEnd from '~/features/metering/run/RunEnd.vue'
import RunStep from '~/features/metering/run/RunStep.vue'
import RunSteps from '~/features/metering/run/RunSteps.vue'
const run = useMeterRun()
useKeptRun()

onMounted(run.resume)
</script>

<template>
  <div class="grid grow grid-cols-1 lg:min-h-0 lg:grid-cols-[17rem_minmax(0,1fr)]">
    <RunSteps class="order-2 border-t border-rule lg:order-1 lg:border-t-0 lg:border-r" />
    <div class="order-1 lg:order-2 lg:overflow-y-auto">
      <RunEnd v-if="run.isDone.value" />
      <RunStep v-else :key="run.step.value?.id" />
    </div>
  </div>
</template>
