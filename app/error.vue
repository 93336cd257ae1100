<script setup lang="ts">
import { clearError } from '#imports'
import { useStudio } from '~/stores/studio'
import { computed, ref, toRaw } from 'vue'
import { writeSetFile } from '#core/formats/setFile'
import type { NuxtError } from '#app'
import { downloadText } from '~/support/download'
import { fileName } from '~/support/fileName'

/** The last resort: what happened, what is kept, and the ways out. */
const props = defineProps<{ error: NuxtError }>()
const isMissing = computed(() => props.error.status === 404)
const studio = useStudio()
const isSaid = ref(false)

const save = () => downloadText(writeSetFile(toRaw(studio.stored), {}), fileName(studio.stored.name))
const report = () => `${props.error.message}\n${location.pathname}\n${navigator.userAgent}\n${props.error.stack ?? ''}`
const copy = async () => {
  try {
    await navigator.clipboard.writeText(report())
  } catch {
    downloadText(report(), 'keen-tonal-report.txt', 'text/plain')
  }
  isSaid.value = true
}
</script>

<template>
  <main class="mx-auto flex min-h-full max-w-xl flex-col justify-center gap-4 p-6 text-ink">
    <h1 class="text-2xl font-semibold">
      {{ isMissing ? 'There is no such page' : 'The app stopped' }}
    </h1>
    <p v-if="isMissing">Nothing of yours is touched.</p>
    <template v-else>
      <p>{{ error.message }}</p>
      <p class="text-soft">
        What was saved is kept in this browser. Export the open set to be safe, then start again. If it stops again,
        send the report to whoever runs this app for you.
      </p>
    </template>
    <div class="flex flex-wrap gap-3">
      <button class="press-main" @click="clearError({ redirect: '/' })">
        {{ isMissing ? 'To the stage' : 'Start again' }}
      </button>
      <template v-if="!isMissing">
        <button v-if="studio.isReady" class="press" @click="save">Export the open set</button>
        <button class="press" @click="copy">
          {{ isSaid ? 'Report copied' : 'Copy a report' }}
        </button>
      </template>
    </div>
  </main>
</template>
