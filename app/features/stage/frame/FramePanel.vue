<script setup lang="ts">
import { useBenchFrame } from '~/shared/useBenchFrame'
import { useFrameSplit } from '~/shared/useFrameSplit'
import { ref } from 'vue'
import BackdropMap from '~/features/stage/frame/BackdropMap.vue'
import BenchPicture from '~/shared/BenchPicture.vue'
import CompareView from '~/features/stage/frame/CompareView.vue'
import FullPicture from '~/features/stage/frame/FullPicture.vue'
import FrameValues from '~/shared/FrameValues.vue'
import LookBack from '~/features/stage/frame/LookBack.vue'
import PredictedFrame from '~/features/stage/frame/PredictedFrame.vue'
import SelectField from '~/ui/SelectField.vue'
const { shoot, isShooting, problem, last } = useBenchFrame()
const { choices, choice } = useFrameSplit()

const VIEWS = [
  { value: 'predicted', name: 'Frame' },
  { value: 'backdrop', name: 'Backdrop, square on' },
  { value: 'around', name: 'From the subject' },
  { value: 'pinned', name: 'Compare with a pin' },
  { value: 'bench', name: 'Simulated test shot' },
] as const
type View = (typeof VIEWS)[number]['value']
const shows = ref<View>('predicted')

const take = async () => {
  if (await shoot()) shows.value = 'bench'
}
</script>

<template>
  <section aria-label="Frame" class="flex flex-col gap-2 p-3 pt-2 lg:overflow-y-auto">
    <div class="flex items-center gap-2">
      <SelectField
        label="View"
        is-label-hidden
        :value="shows"
        :options="VIEWS"
        class="min-w-0 basis-32"
        wide
        test-name="frame-view"
        @choose="value => value && (shows = value)"
      />
      <SelectField
        v-if="shows === 'predicted'"
        label="Show light from"
        is-label-hidden
        :value="choice"
        :options="choices"
        class="min-w-0 basis-32"
        wide
        test-name="split"
        @choose="value => (choice = value)"
      />
      <button
        class="press ml-auto h-8 whitespace-nowrap"
        :disabled="isShooting"
        title="Simulates a test shot and reads it"
        data-test="shoot"
        @click="take"
      >
        {{ isShooting ? 'Shooting…' : 'Test shot' }}
      </button>
      <FullPicture />
    </div>
    <p v-if="problem" role="alert" class="text-sm" data-test="frame-problem">
      {{ problem }}
    </p>
    <PredictedFrame v-if="shows === 'predicted'" class="min-h-0 grow" />
    <BackdropMap v-else-if="shows === 'backdrop'" @look="shows = 'around'" />
    <LookBack v-else-if="shows === 'around'" />
    <CompareView v-else-if="shows === 'pinned'" />
    <div v-else class="flex flex-col gap-3">
      <BenchPicture v-if="last" :frame="last" class="max-h-120 w-full bg-well" />
      <FrameValues v-if="last" :frame="last" />
      <p v-else class="text-sm text-soft">No simulated test shot yet.</p>
    </div>
  </section>
</template>
