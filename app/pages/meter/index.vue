<script setup lang="ts">
import { useMeterRun } from '~/features/metering/run/useMeterRun'
import { useKeptRun } from '~/features/metering/run/useKeptRun'
import { computed, onMounted } from 'vue'
import { useFixes } from '~/shared/useFixes'
import { useLight } from '~/stores/light'
import RunEnd from '~/features/metering/run/RunEnd.vue'
import RunStep from '~/features/metering/run/RunStep.vue'
import RunSteps from '~/features/metering/run/RunSteps.vue'
const run = useMeterRun()
useKeptRun()

/** The meter counts a flash whole; a shutter that cuts it shows in the frame alone. */
const light = useLight()
const { findingWords } = useFixes()
const pastSync = computed(() => light.findings.find(({ fact }) => fact.is === 'past-sync'))

onMounted(run.resume)
</script>

<template>
  <div class="grid grow grid-cols-1 lg:min-h-0 lg:grid-cols-[17rem_minmax(0,1fr)]">
    <RunSteps class="order-2 border-t border-rule lg:order-1 lg:border-t-0 lg:border-r" />
    <div class="order-1 lg:order-2 lg:overflow-y-auto">
      <p v-if="pastSync" role="alert" class="border-b border-rule px-4 py-2" data-test="run-past-sync">
        {{ findingWords(pastSync) }}
      </p>
      <RunEnd v-if="run.isDone.value" />
      <RunStep v-else :key="run.step.value?.id" />
    </div>
  </div>
</template>
