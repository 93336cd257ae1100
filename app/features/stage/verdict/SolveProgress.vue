<script setup lang="ts">
import { useTimeoutFn } from '@vueuse/core'
import { useLight } from '~/stores/light'
import { ref, watch } from 'vue'
import ProgressBar from '~/ui/ProgressBar.vue'
const light = useLight()

/** Shown only when it takes long enough to be wondered about. */
const PATIENCE_MS = 500
const isLong = ref(false)
const { start, stop } = useTimeoutFn(
  () => {
    isLong.value = true
  },
  PATIENCE_MS,
  { immediate: false },
)

watch(
  () => light.progress === null,
  isAtRest => {
    if (isAtRest) {
      stop()
      isLong.value = false
    } else start()
  },
  { immediate: true },
)
</script>

<template>
  <p v-if="isLong && light.progress !== null" class="flex items-center gap-3 text-sm text-soft" data-test="progress">
    <ProgressBar :value="light.progress" label="Working out the light" />
    Working out the light
    <button class="press" data-test="stop-solving" @click="light.stop()">Stop</button>
  </p>
  <p v-else-if="light.isStopped" class="flex items-center gap-3 text-sm text-soft" data-test="stopped">
    Stopped: these figures are a draft, or older than the plan.
    <button class="press" @click="light.solve()">Finish</button>
  </p>
</template>
