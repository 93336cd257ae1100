<script setup lang="ts">
import { onNuxtReady } from '#imports'
import { usePreferences } from '~/stores/preferences'
import { useLibrary } from '~/stores/library'
import { useStudio } from '~/stores/studio'
import { useVault } from '~/stores/vault'
import { watchEffect } from 'vue'
import AppBar from '~/shell/AppBar.vue'
import NewVersion from '~/shell/NewVersion.vue'
import NoticeBar from '~/shell/NoticeBar.vue'
import { NuxtPage } from '#components'
import '@fontsource-variable/inter/index.css'

const studio = useStudio()
const preferences = usePreferences()
const vault = useVault()
const library = useLibrary()

await studio.start()
// What can wait until there is something to see.
onNuxtReady(async () => {
  await vault.settle()
  await library.remind()
})

watchEffect(() => {
  document.documentElement.dataset.surround = preferences.values.surround
})
</script>

<template>
  <div class="flex min-h-full flex-col bg-ground text-ink lg:h-full">
    <AppBar />
    <NoticeBar />
    <NewVersion />
    <main class="flex min-h-0 grow flex-col">
      <NuxtPage />
    </main>
  </div>
</template>
