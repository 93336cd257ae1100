<script setup lang="ts">
import { useBenchFrame } from '~/shared/useBenchFrame'
import { ref } from 'vue'
import BackdropMap from '~/features/stage/frame/BackdropMap.vue'
import BenchPicture from '~/shared/BenchPicture.vue'
import ChoiceRow from '~/ui/ChoiceRow.vue'
import CompareView from '~/features/stage/frame/CompareView.vue'
import FullPicture from '~/features/stage/frame/FullPicture.vue'
import FrameValues from '~/shared/FrameValues.vue'
import LookBack from '~/features/stage/frame/LookBack.vue'
import PredictedFrame from '~/features/stage/frame/PredictedFrame.vue'
const { shoot, isShooting, problem, last } = useBenchFrame()

const VIEWS = [
  { value: 'predicted', name: 'Frame' },
  { value: 'backdrop', name: 'Backdrop' },
  { value: 'around', name: 'From the subject' },
  { value: 'pinned', name: 'Compare' },
  { value: 'bench', name: 'Simulator' },
] as const
type View = (typeof VIEWS)[number]['value']
const shows = ref<View>('predicted')

const take = async () => {
  if (await shoot()) shows.value = 'bench'
}
</script>

<template>
  <section aria-label="Frame" class="flex flex-col gap-3 p-4 pt-3">
    <ChoiceRow label="View" hide-label :value="shows" :choices="VIEWS" @choose="shows = $event" />
    <div class="min-h-78">
      <PredictedFrame v-if="shows === 'predicted'" />
      <BackdropMap v-else-if="shows === 'backdrop'" @look="shows = 'around'" />
      <LookBack v-else-if="shows === 'around'" />
      <CompareView v-else-if="shows === 'pinned'" />
      <div v-else class="flex gap-4">
        <div class="h-78 w-52 shrink-0 bg-well">
          <BenchPicture v-if="last" :frame="last" class="size-full" />
        </div>
        <div class="flex min-w-0 grow flex-col gap-3">
          <FrameValues v-if="last" :frame="last" />
          <p v-else class="text-sm text-soft">No bench frame yet.</p>
        </div>
      </div>
    </div>
    <div class="flex items-center gap-3">
      <button class="press" :disabled="isShooting" data-test="shoot" @click="take">
        {{ isShooting ? 'Shooting…' : 'Simulate a test shot' }}
      </button>
      <FullPicture />
      <p v-if="problem" role="alert" class="text-sm" data-test="frame-problem">
        {{ problem }}
      </p>
    </div>
  </section>
</template>
