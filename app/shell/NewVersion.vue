<script setup lang="ts">
import { useNuxtApp } from '#imports'
import { useStudio } from '~/stores/studio'
import { ref } from 'vue'
/** A newer version of the app lies ready. It begins when the user says so: until then nothing of this page changes. */
const studio = useStudio()
const pwa = useNuxtApp().$pwa
const isLater = ref(false)

const begin = async () => {
  // Reloading asks by itself where something could not be saved.
  await studio.saveNow()
  await pwa?.updateServiceWorker(true)
}
</script>

<template>
  <p
    v-if="pwa?.needRefresh && !isLater"
    role="status"
    class="flex flex-wrap items-center gap-3 border-b border-rule bg-panel px-3 py-2"
    data-test="new-version"
  >
    <span class="grow"
      >A new version of Keen Tonal is ready. Reload when it suits you; your set and its steps stay.</span
    >
    <button class="press-main" @click="begin">Reload now</button>
    <button class="press" @click="isLater = true">Later</button>
  </p>
</template>
