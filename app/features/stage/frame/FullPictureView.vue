<script setup lang="ts">
import { computed, ref } from 'vue'
import { useLight } from '~/stores/light'
import { useFrameSplit } from '~/shared/useFrameSplit'
import { useLitPicture } from '~/shared/useLitPicture'
import { sharpWidth } from '~/features/stage/frame/useFramePicture'
import { usePictureFile } from '~/features/stage/frame/usePictureFile'
import { usePin } from '~/features/stage/frame/usePin'
import ToneHistogram from '~/features/stage/frame/ToneHistogram.vue'
import PictureCanvas from '~/ui/PictureCanvas.vue'

const props = defineProps<{ size: { width: number; height: number } }>()
const light = useLight()
const { shownLights } = useFrameSplit()
const { picture, isFresh } = useLitPicture(() => ({ at: 'screen', width: sharpWidth(props.size.width) }), {
  settings: shownLights,
  isLive: true,
})
const { pin, put } = usePin()
const { save, isSaving, problem } = usePictureFile()
/** How much of the picture shows the pinned state, from the left. */
const wiped = ref(0.5)
const style = computed(() => ({ width: `${props.size.width}px`, height: `${props.size.height}px` }))
const wipe = (event: PointerEvent) => {
  if (event.buttons !== 1 || !pin.value) return
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect()
  wiped.value = Math.max(0, Math.min(1, (event.clientX - box.left) / box.width))
}
</script>

<template>
  <div class="flex size-full items-start justify-center">
    <div
      class="relative touch-none"
      :class="{ 'cursor-ew-resize': pin }"
      :style="style"
      @pointermove="wipe"
      @pointerdown="wipe"
    >
      <PictureCanvas
        v-if="picture"
        :picture="picture"
        label="Predicted frame"
        class="size-full"
        :class="{ 'opacity-80': !isFresh }"
        data-test="screen-frame"
      />
      <template v-if="pin?.picture">
        <PictureCanvas
          :picture="pin.picture"
          label="The frame as pinned"
          class="absolute inset-0 size-full"
          :style="{ clipPath: `inset(0 ${100 - 100 * wiped}% 0 0)` }"
          data-test="screen-pinned"
        />
        <div
          class="pointer-events-none absolute inset-y-0 w-px bg-white mix-blend-difference"
          :style="{ left: `${100 * wiped}%` }"
          aria-hidden="true"
        />
      </template>
    </div>
    <div class="ml-4 flex w-44 shrink-0 flex-col gap-2 pt-16 pr-4">
      <p v-if="light.verdict" class="mb-2 font-semibold">{{ light.verdict.headline }}</p>
      <p class="text-sm text-soft">{{ isFresh ? 'P or Escape leads back.' : 'Being lit…' }}</p>
      <button class="press" :disabled="!isFresh" data-test="screen-pin" @click="put(picture)">
        {{ pin ? 'Pin this instead' : 'Pin how it stands' }}
      </button>
      <label v-if="pin" class="text-sm text-soft">
        Pinned to the left, now to the right
        <input v-model.number="wiped" type="range" min="0" max="1" step="0.01" class="mt-1 w-full" data-test="wipe" />
      </label>
      <p v-else class="text-sm text-soft">Pin a state, go back and change what you like: here both are wiped.</p>
      <button class="press" :disabled="!isFresh || isSaving" data-test="save-picture" @click="save('screen', 8)">
        Save as PNG
      </button>
      <button class="press" :disabled="!isFresh || isSaving" data-test="save-deep" @click="save('screen', 16)">
        Save as PNG, 16 bit
      </button>
      <p v-if="problem" role="alert" class="text-sm">{{ problem }}</p>
      <ToneHistogram v-if="picture" :picture="picture" />
    </div>
  </div>
</template>
