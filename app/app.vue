<script setup lang="ts">
import '@fontsource-variable/inter/index.css'

const studio = useStudio()
const preferences = usePreferences()

await studio.start()

watchEffect(() => {
  document.documentElement.dataset.surround = preferences.values.surround
})
</script>

<template>
  <div class="flex min-h-full flex-col bg-ground text-ink lg:h-full">
    <AppBar />
    <NoticeBar />
    <main class="flex min-h-0 grow flex-col">
      <NuxtPage />
    </main>
  </div>
</template>
