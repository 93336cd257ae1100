<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core'
import { computed, nextTick, watch } from 'vue'
import { X } from '@lucide/vue'
import LightList from '~/features/stage/lights/LightList.vue'
import ThingPanel from '~/features/stage/thing/ThingPanel.vue'
import StageDrawer from '~/features/stage/drawer/StageDrawer.vue'
import { useStudio } from '~/stores/studio'

/** Under plan and rail: the lights, and over the foot of the side view the values of what is chosen. Nothing moves. */
const studio = useStudio()
const isChosen = computed(() => studio.selectedIds.length > 0)

/** On a page that scrolls, what is chosen comes out from under the sheet with its values. */
const isSheet = useMediaQuery('(max-width: 1023px)')
const [CLEAR_SHARE, TO_SHARE] = [0.5, 0.3]
watch(
  () => studio.selectedId,
  async id => {
    if (id === null || !isSheet.value) return
    await nextTick()
    const box = document.querySelector(`[data-thing="${CSS.escape(id)}"]`)?.getBoundingClientRect()
    if (box && box.bottom > CLEAR_SHARE * window.innerHeight)
      window.scrollBy({ top: box.top - TO_SHARE * window.innerHeight })
  },
)
</script>

<template>
  <div class="relative border-t border-rule">
    <LightList class="lg:h-26" />
    <div
      v-if="isChosen"
      class="z-10 flex items-start gap-2 border-t border-rule bg-ground max-lg:fixed max-lg:inset-x-0 max-lg:bottom-0 max-lg:z-20 max-lg:max-h-[45vh] max-lg:overflow-y-auto lg:absolute lg:inset-x-0 lg:bottom-full lg:max-h-72 lg:overflow-y-auto lg:border-b"
      data-test="place"
    >
      <ThingPanel class="min-w-0 grow" />
      <button
        class="press m-2 ml-0 shrink-0"
        aria-label="Close"
        title="Close (Escape)"
        data-test="let-go"
        @click="studio.selectedIds = []"
      >
        <X :size="16" />
      </button>
    </div>
    <StageDrawer />
  </div>
</template>
