<script setup lang="ts">
import { useTemplateRef } from 'vue'
import { useLookFiles } from '~/features/library/useLookFiles'
import PlanSketch from '~/shared/PlanSketch.vue'
import { useLibrary } from '~/stores/library'
import { useStudio } from '~/stores/studio'
import ChoiceRow from '~/ui/ChoiceRow.vue'

/** The look on the screen as files that other programs read. */
const files = useLookFiles()
const studio = useStudio()
const { exportSet } = useLibrary()
const sketch = useTemplateRef<HTMLElement>('sketch')
const WIDTH = 640
const PAPERS = [
  { value: 'A4', name: 'A4' },
  { value: 'letter', name: 'Letter' },
] as const

const drawn = (take: (drawing: SVGElement) => unknown) => {
  const found = sketch.value?.querySelector('svg')
  if (found) void take(found)
}
</script>

<template>
  <div class="flex grow flex-col gap-6 p-4 lg:min-h-0 lg:flex-row lg:overflow-y-auto">
    <section aria-label="Files" class="flex flex-col gap-5 lg:w-96 lg:shrink-0">
      <h2 class="text-lg font-semibold">{{ studio.document.name }}, {{ studio.look.name }}</h2>
      <div>
        <h3 class="text-soft">Plan and side view</h3>
        <div class="mt-1 flex flex-wrap items-end gap-2">
          <button class="press" data-test="file-svg" @click="drawn(files.saveSvg)">SVG</button>
          <button class="press" :disabled="files.isBusy.value" data-test="file-pdf" @click="drawn(files.savePdf)">
            PDF
          </button>
          <ChoiceRow
            label="Paper"
            :value="files.paper.value"
            :choices="PAPERS"
            @choose="value => (files.paper.value = value)"
          />
        </div>
      </div>
      <div>
        <h3 class="text-soft">Verdict, lights and places</h3>
        <div class="mt-1 flex flex-wrap gap-2">
          <button class="press" data-test="file-report" @click="files.saveReport">Report, Markdown</button>
          <button class="press" data-test="file-lights" @click="files.saveLights">Lights, CSV</button>
        </div>
      </div>
      <div>
        <h3 class="text-soft">Figures</h3>
        <div class="mt-1 flex flex-wrap gap-2">
          <button
            class="press"
            :disabled="files.isBusy.value"
            data-test="file-backdrop"
            @click="files.saveMap('backdrop')"
          >
            Backdrop, CSV
          </button>
          <button class="press" :disabled="files.isBusy.value" data-test="file-floor" @click="files.saveMap('floor')">
            Floor, CSV
          </button>
          <button class="press" data-test="file-response" @click="files.saveResponse">Camera response, CSV</button>
        </div>
      </div>
      <div>
        <h3 class="text-soft">The set itself</h3>
        <div class="mt-1 flex flex-wrap gap-2">
          <button class="press-main" data-test="file-set" @click="exportSet(studio.document.id, studio.document.name)">
            Set file
          </button>
          <button class="press" :disabled="files.isBusy.value" data-test="scene" @click="files.saveScene">
            3D scene, glTF
          </button>
        </div>
      </div>
      <p class="text-sm text-soft">
        The picture leaves as a PNG from its whole-screen view (P on the stage); a record and its card from the logbook.
      </p>
      <p v-if="files.problem.value" role="alert" data-test="file-problem">{{ files.problem.value }}</p>
    </section>
    <section aria-label="What is drawn" class="min-w-0 grow">
      <div v-if="files.standing.value" ref="sketch" class="max-w-max overflow-x-auto bg-white p-4">
        <PlanSketch
          :set="files.standing.value.set"
          :width-px="WIDTH"
          label="Plan from above and from the side, to scale"
        />
      </div>
      <p v-else class="text-soft">Working out the light…</p>
    </section>
  </div>
</template>
