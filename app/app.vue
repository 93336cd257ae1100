<script setup lang="ts">
import { onNuxtReady, useHead, useRoute } from '#imports'
import { usePreferences } from '~/stores/preferences'
import { useLibrary } from '~/stores/library'
import { useStudio } from '~/stores/studio'
import { useVault } from '~/stores/vault'
import { usePairing } from '~/stores/pairing'
import { computed, defineAsyncComponent, useTemplateRef, watchEffect } from 'vue'
import AppBar from '~/shell/AppBar.vue'
import { pageName, pageTitle } from '~/shell/pageNames'
import { useHandedOver } from '~/shell/handedOver'
import NewVersion from '~/shell/NewVersion.vue'
import { firstAnswer } from '~/support/firstAnswer'
import NoticeBar from '~/shell/NoticeBar.vue'
import { NuxtPage } from '#components'
import '@fontsource-variable/inter/index.css'

const content = useTemplateRef<HTMLElement>('content')
const studio = useStudio()
const preferences = usePreferences()
const vault = useVault()
const library = useLibrary()
const pairing = usePairing()
/** What phones see is worked out only where one is paired. */
const PairHost = defineAsyncComponent(() => import('~/features/pairing/PairHost.vue'))

const listenForFiles = useHandedOver()
const route = useRoute()
// Said before anything is waited for.
useHead({ title: () => pageTitle(route.path, studio.document?.name ?? '') })

/** A phone that is another's second screen opens no set, and nothing of this browser's. */
const isPhone = computed(() => route.path.replace(/\/$/, '') === '/phone')
if (!isPhone.value) await studio.start()
// What can wait until there is something to see.
onNuxtReady(async () => {
  if (isPhone.value) return
  listenForFiles()
  await firstAnswer()
  await vault.settle()
  await library.remind()
})

watchEffect(() => {
  document.documentElement.dataset.surround = preferences.values.surround
})
</script>

<template>
  <NuxtPage v-if="isPhone" />
  <div v-else class="flex min-h-full flex-col bg-ground text-ink lg:h-full">
    <a
      href="#content"
      class="press-main absolute top-1 left-1 z-40 not-focus:sr-only"
      data-test="skip-link"
      @click.prevent="content?.focus()"
    >
      To the page
    </a>
    <AppBar />
    <NoticeBar />
    <NewVersion />
    <PairHost v-if="pairing.isOn && studio.isReady" />
    <main id="content" ref="content" tabindex="-1" class="flex min-h-0 grow flex-col outline-none">
      <h1 class="sr-only">{{ pageName(route.path) }}</h1>
      <NuxtPage />
    </main>
  </div>
</template>
