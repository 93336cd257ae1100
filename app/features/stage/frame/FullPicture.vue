<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { useElementSize } from '@vueuse/core'
import { computed, ref, useTemplateRef } from 'vue'
import { Expand } from '@lucide/vue'
import { useCommands } from '~/commands/useCommands'
import FullPictureView from '~/features/stage/frame/FullPictureView.vue'
import { useStudio } from '~/stores/studio'

/** The picture over the whole screen: opened by a key or a press, left by the same. */

/** Room that the words beside the picture take. */
const BESIDE_PX = 210

const studio = useStudio()
const isOpen = ref(false)
const room = useTemplateRef('room')
const { width, height } = useElementSize(room)
const shape = computed(() => studio.document.camera.sensor.widthMm / studio.document.camera.sensor.heightMm)
/** As large as fits, in the page's pixels. */
const size = computed(() => {
  const wide = Math.floor(Math.min(width.value - BESIDE_PX, height.value * shape.value))
  return { width: wide, height: Math.floor(wide / shape.value) }
})
const toggle = () => {
  isOpen.value = !isOpen.value
}
useCommands({ picture: toggle })
const leaveByKey = (event: KeyboardEvent) => {
  if (event.key.toLowerCase() !== 'p' || event.ctrlKey || event.metaKey) return
  event.preventDefault()
  isOpen.value = false
}
</script>

<template>
  <button
    class="press h-8"
    aria-label="The picture over the whole screen"
    title="Whole screen (P)"
    data-test="full-picture"
    @click="toggle"
  >
    <Expand :size="16" />
  </button>
  <Dialog :open="isOpen" class="relative z-30" @close="isOpen = false">
    <DialogPanel class="fixed inset-0 flex flex-col bg-well" data-test="full-picture-panel" @keydown="leaveByKey">
      <DialogTitle class="sr-only">The picture over the whole screen</DialogTitle>
      <div ref="room" class="min-h-0 grow">
        <FullPictureView v-if="size.width > 0" :size="size" />
      </div>
      <button class="press absolute top-4 right-4" data-test="leave-picture" @click="isOpen = false">
        Back to the stage
      </button>
    </DialogPanel>
  </Dialog>
</template>
