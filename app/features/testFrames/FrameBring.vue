<script setup lang="ts">
import { useBenchFrame } from '~/shared/useBenchFrame'
import { useFrameImport } from '~/features/testFrames/useFrameImport'
import { useFrames } from '~/stores/frames'
import FilePick from '~/ui/FilePick.vue'
import ProgressBar from '~/ui/ProgressBar.vue'
import { NuxtLink } from '#components'
import { computed } from 'vue'
import { formatBytes } from '~/support/bytes'
import { PICTURES_TAKEN } from '~/features/testFrames/pictureTypes'

/** The ways in for a picture. */
const frames = useFrames()
const frameImport = useFrameImport()
const bench = useBenchFrame()

/** A decoded picture has four bytes a pixel, and lies there twice for a moment. */
const BYTES_A_PIXEL = 8
const LARGE_PIXELS = 50_000_000
const large = computed(() =>
  frames.pixels < LARGE_PIXELS
    ? ''
    : `${Math.round(frames.pixels / 1e6)} megapixels: up to ${formatBytes(BYTES_A_PIXEL * frames.pixels)} of memory for a moment. Where this device has less, bring it smaller; a tenth is plenty for reading tones.`,
)

const WORDS = {
  off: '',
  ready: '',
  exposing: 'The shutter is open…',
  sending: 'The picture comes along the tether…',
} as const
</script>

<template>
  <div class="flex flex-col gap-2">
    <div class="flex flex-wrap items-center gap-2">
      <button
        class="press-main"
        :disabled="bench.isShooting.value || frames.progress !== null"
        data-test="shoot"
        @click="bench.shoot"
      >
        {{ bench.isShooting.value ? 'Shooting…' : 'Simulate a test shot' }}
      </button>
      <FilePick
        label="Open pictures"
        :accept="PICTURES_TAKEN"
        multiple
        test-name="frame-file"
        @pick="(_first, files) => frameImport.take(files)"
      />
      <button
        v-if="frameImport.canWatch"
        class="press"
        data-test="watch-folder"
        @click="frameImport.folder.value ? frameImport.leaveFolder() : frameImport.watchFolder()"
      >
        {{ frameImport.folder.value ? `Stop watching "${frameImport.folder.value}"` : 'Watch a folder' }}
      </button>
    </div>
    <template v-if="frames.progress !== null">
      <ProgressBar :value="frames.progress" label="Decoding the picture" />
      <p v-if="large" class="text-xs text-soft" data-test="frame-large">{{ large }}</p>
    </template>
    <p v-else class="text-xs text-soft">
      {{ WORDS[bench.state.value] || 'Or drop a picture anywhere here, or paste one.' }}
    </p>
    <p v-if="frameImport.passedOver.value" role="status" class="text-sm" data-test="passed-over">
      {{ frameImport.passedOver.value }}
    </p>
    <p v-if="frames.isNearlyFull" role="alert" class="text-sm">
      This browser has little room left.
      <NuxtLink to="/frames/pictures" class="underline">Clean up the pictures</NuxtLink> before it refuses to keep more.
    </p>
    <p v-if="bench.problem.value || frames.problem" role="alert" class="text-sm" data-test="frame-problem">
      {{ bench.problem.value || frames.problem }}
    </p>
  </div>
</template>
