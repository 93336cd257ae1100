<script setup lang="ts">
import { useFrames } from '~/stores/frames'
import { useStudio } from '~/stores/studio'
import { computed, ref, watch } from 'vue'
import ChoiceRow from '~/ui/ChoiceRow.vue'
import FrameAdvice from '~/features/testFrames/FrameAdvice.vue'
import FrameBring from '~/features/testFrames/FrameBring.vue'
import FrameFacts from '~/features/testFrames/FrameFacts.vue'
import FrameFile from '~/features/testFrames/FrameFile.vue'
import FrameProbe from '~/features/testFrames/FrameProbe.vue'
import FrameStage from '~/features/testFrames/FrameStage.vue'
import FrameStrip from '~/features/testFrames/FrameStrip.vue'
import RegionTools from '~/features/testFrames/RegionTools.vue'
import type { RegionEdit } from '#core/model/schema'

const frames = useFrames()
const studio = useStudio()
const SEE = [
  { value: 'picture', name: 'Picture' },
  { value: 'values', name: 'Values' },
  { value: 'even', name: 'Evenness' },
  { value: 'regions', name: 'Regions' },
] as const
const see = ref<(typeof SEE)[number]['value']>('picture')
const tool = ref<RegionEdit['shape'] | null>(null)
const region = ref<RegionEdit['region']>('backdrop')
const probe = ref<[number, number] | null>(null)
const edits = computed(() => frames.chosen?.edits ?? [])

const choose = (next: typeof tool.value) => {
  tool.value = next
  if (next) see.value = 'regions'
}

// What the frame is read against, and which one it is.
watch(
  () => [
    frames.chosen?.id,
    frames.chosen?.edits,
    studio.document.camera,
    studio.document.backdrop,
    studio.document.subjects,
  ],
  () => {
    if (frames.progress === null) void frames.show()
  },
  { immediate: true },
)
</script>

<template>
  <div class="flex grow flex-col lg:min-h-0 lg:flex-row">
    <section
      aria-label="Frame"
      class="flex flex-col gap-2 border-rule p-3 lg:min-h-0 lg:w-[30rem] lg:shrink-0 lg:border-r"
    >
      <FrameBring />
      <template v-if="frames.chosen">
        <div class="flex flex-wrap items-center justify-between gap-2">
          <ChoiceRow label="View" hide-label :value="see" :choices="SEE" @choose="see = $event" />
        </div>
        <div class="h-[60vw] min-h-64 lg:h-auto lg:grow">
          <FrameStage
            v-if="frames.shown"
            :key="frames.chosen.id"
            :view="frames.shown"
            :see="see"
            :tool="tool"
            :region="region"
            :edits="edits"
            @probe="(x, y) => (probe = [x, y])"
            @edit="list => frames.mend(list)"
          />
        </div>
        <FrameProbe v-if="frames.shown" :view="frames.shown" :place="probe" />
        <RegionTools
          v-if="frames.shown"
          :tool="tool"
          :region="region"
          :count="edits.length"
          @tool="choose"
          @region="region = $event"
          @back="frames.mend(edits.slice(0, -1))"
          @clear="frames.mend([])"
        />
      </template>
    </section>
    <section aria-label="Reading" class="flex min-w-0 grow flex-col gap-4 overflow-y-auto p-4">
      <template v-if="frames.chosen">
        <FrameAdvice />
        <div v-if="frames.shown" class="grid gap-4 xl:grid-cols-[minmax(0,1fr)_14rem]">
          <FrameFacts />
          <FrameFile :view="frames.shown" :frame="frames.chosen" />
        </div>
        <FrameStrip class="mt-auto shrink-0" />
      </template>
      <div v-else class="m-auto max-w-md space-y-3 text-center">
        <p class="text-xl">No frame of this look yet.</p>
        <p class="text-soft">
          Bring a picture of the set as it stands, or shoot one on the bench. It is read here in your browser: backdrop,
          subject and floor are found, values and evenness read, and what to turn is said.
        </p>
      </div>
    </section>
  </div>
</template>
