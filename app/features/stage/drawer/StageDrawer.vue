<script setup lang="ts">
import { onUnmounted, watch } from 'vue'
import { X } from '@lucide/vue'
import { useCommands } from '~/commands/useCommands'
import FindingList from '~/features/stage/drawer/FindingList.vue'
import { useDrawer } from '~/features/stage/drawer/useDrawer'
import WhyPanel from '~/features/stage/drawer/WhyPanel.vue'
import { useSpotlight } from '~/features/stage/useSpotlight'
import ProposalList from '~/shared/ProposalList.vue'

/** Lies over the tray and the side view, so that plan, rail and picture show what it speaks of. */
const { page, close } = useDrawer()
const { dim } = useSpotlight()
const TITLES = { findings: 'What else there is to see to', ways: 'Other ways', why: 'Where the light comes from' }

// Other ways belong to what was asked: a key that leaves the one leaves both.
useCommands({
  cancel: () => {
    if (page.value === null) return false
    const isAsked = page.value === 'ways'
    close()
    return !isAsked
  },
})
watch(page, dim)
onUnmounted(dim)
</script>

<template>
  <section
    v-if="page"
    class="fixed inset-x-0 bottom-0 z-30 lg:z-10 flex max-h-[55vh] lg:max-h-[37vh] flex-col border-t border-rule bg-panel lg:absolute"
    :aria-label="TITLES[page]"
    :data-test="`${page}-drawer`"
  >
    <header class="flex items-center justify-between gap-4 px-4 pt-2">
      <h2 class="font-semibold">{{ TITLES[page] }}</h2>
      <button class="press flex items-center gap-1" aria-label="Close" data-test="close-drawer" @click="close">
        <X :size="16" />
      </button>
    </header>
    <div class="min-h-0 overflow-y-auto px-4 pb-3">
      <FindingList v-if="page === 'findings'" />
      <ProposalList v-else-if="page === 'ways'" />
      <WhyPanel v-else />
    </div>
  </section>
</template>
