<script setup lang="ts">
import { useFrames } from '~/stores/frames'
import KeepButton from '~/shared/KeepButton.vue'
import { useLookEdits } from '~/shared/useLookEdits'
import { computed, defineAsyncComponent } from 'vue'
import { useRouter } from 'vue-router'
import { shutterWords } from '#wording/quantities'
import type { Frame } from '#core/model/schema'
import { formatAperture } from '#wording/notation/aperture'
import type { FrameView } from '#services/imaging/imagingApi'
import { formatBytes } from '~/support/bytes'
import { assumedWords, spaceWords } from '#wording/refusals/pictures'

/** The file behind a frame, its tones, and what can be done with it. */
const props = defineProps<{ view: FrameView; frame: Frame }>()
const frames = useFrames()
const router = useRouter()
const { fromFrame } = useLookEdits()
const Chart = defineAsyncComponent(() => import('~/shared/BarChart.vue'))
const BINS = 64

const heights = computed(() => {
  const { histogram } = props.view.reading
  const whole = histogram.reduce((sum, count) => sum + count, 0) || 1
  const each = histogram.length / BINS
  return Array.from(
    { length: BINS },
    (_, bin) => histogram.subarray(bin * each, (bin + 1) * each).reduce((sum, count) => sum + count, 0) / whole,
  )
})
const exposure = computed(() => {
  const { fNumber, shutterS, iso } = props.frame.camera
  return `${formatAperture(fNumber)}, ${shutterWords(shutterS)}, ISO ${iso}${props.frame.tags ? '' : ' (as the set says)'}`
})
const asLook = async () => {
  if (fromFrame(props.frame.id)) await router.push('/')
}
const size = computed(() => {
  const { width, height, depth, kind, bytes } = props.view.file
  return `${kind.toUpperCase()}, ${width} × ${height}, ${depth} bits, ${formatBytes(bytes)}`
})
</script>

<template>
  <div class="flex flex-col gap-2 text-sm">
    <div class="h-20 bg-well">
      <component :is="Chart" :heights="heights" label="Histogram of the file, black at the left, white at the right" />
    </div>
    <p class="text-soft">
      <strong class="text-ink">{{ frame.name || 'Frame' }}</strong><br />
      {{ exposure }}<br />
      {{ size }}, {{ spaceWords(view.file.profile) }}
    </p>
    <p v-if="view.file.assumed" data-test="profile-warning">
      {{ assumedWords(view.file.assumed) }}
    </p>
    <p v-if="!view.reading.isOwnFraming">
      This picture has another shape than the set's camera takes. Its regions are read; places on the backdrop are not,
      so it teaches nothing.
    </p>
    <button
      v-if="Object.keys(frame.values).length > 0"
      class="press self-start"
      data-test="frame-look"
      title="A look more, whose targets are the values of this frame"
      @click="asLook"
    >
      A look that wants this
    </button>
    <KeepButton from="frame" :frame="frame" class="self-start" />
    <button class="press self-start" data-test="frame-save" @click="frames.savePicture(frame)">Save its picture</button>
    <button class="press self-start" data-test="frame-remove" @click="frames.remove(frame.id)">
      Delete this frame
    </button>
  </div>
</template>
