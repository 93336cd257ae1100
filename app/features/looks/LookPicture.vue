<script setup lang="ts">
import PictureCanvas from '~/ui/PictureCanvas.vue'

/** A look in small, in its own tone; empty until it was worked out, dimmed while it is worked out anew. */
defineProps<{
  picture?: { width: number; height: number; data: Uint8ClampedArray<ArrayBuffer> }
  isKnown: boolean
  name: string
}>()
</script>

<template>
  <span class="grid place-items-center overflow-hidden bg-well" :aria-busy="!isKnown">
    <PictureCanvas
      v-if="picture"
      :picture="picture"
      :label="`${name} as the camera sees it`"
      class="size-full"
      :class="{ 'opacity-50': !isKnown }"
    />
  </span>
</template>
