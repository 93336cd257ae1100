<script setup lang="ts">
import { computed } from 'vue'
import { X } from '@lucide/vue'
import LightList from '~/features/stage/lights/LightList.vue'
import ThingPanel from '~/features/stage/thing/ThingPanel.vue'
import StageDrawer from '~/features/stage/drawer/StageDrawer.vue'
import { useStudio } from '~/stores/studio'

/** Under plan and rail: the lights, or in their place the values of what is chosen. Its height never changes. */
const studio = useStudio()
const isChosen = computed(() => studio.selectedIds.length > 0)
</script>

<template>
  <div class="relative border-t border-rule">
    <LightList class="lg:h-26" :class="{ 'lg:invisible': isChosen }" />
    <!-- Values that need more room than the tray has lie over the foot of the side view. -->
    <div
      v-if="isChosen"
      class="z-10 flex max-lg:z-20 items-start gap-2 border-t border-rule bg-ground max-lg:fixed max-lg:inset-x-0 max-lg:bottom-0 max-lg:max-h-[45vh] max-lg:overflow-y-auto lg:absolute lg:inset-x-0 lg:bottom-0 lg:max-h-80 lg:min-h-26 lg:overflow-y-auto"
      data-test="place"
    >
      <ThingPanel class="min-w-0 grow" />
      <button
        class="press m-2 ml-0 shrink-0"
        aria-label="Back to the lights"
        title="Back to the lights (Escape)"
        data-test="let-go"
        @click="studio.selectedIds = []"
      >
        <X :size="16" />
      </button>
    </div>
    <StageDrawer />
  </div>
</template>
