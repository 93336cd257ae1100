<script setup lang="ts">
/** Pixels across the predicted frame. */
const FRAME_WIDTH = 208
const { picture, isFresh } = useLitPicture(() => ({ at: 'frame', width: FRAME_WIDTH }))
</script>

<template>
  <div class="flex gap-4">
    <div class="h-78 w-52 shrink-0 bg-well">
      <PictureCanvas
        v-if="picture"
        :picture="picture"
        label="Predicted frame"
        class="size-full"
        :class="{ 'opacity-60': !isFresh }"
        data-test="predicted-frame"
      />
    </div>
    <p class="text-sm text-soft">
      What the camera would record. Dots mark what clips, dashes what is crushed.
    </p>
  </div>
</template>
