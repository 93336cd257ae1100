<script setup lang="ts">
import { useTemplateRef } from 'vue'
import PlaceTable from '~/features/logbook/PlaceTable.vue'
import PlanSketch from '~/shared/PlanSketch.vue'
import TapeList from '~/features/logbook/TapeList.vue'
import { useRecordFiles } from '~/features/logbook/useRecordFiles'
import { useRecordOf } from '~/features/logbook/useRecordOf'
import { usePaper } from '~/shared/usePaper'
import ChoiceRow from '~/ui/ChoiceRow.vue'
import { formatAperture } from '#wording/notation/aperture'
import { formatMoment } from '#wording/notation/moment'
import { shutterWords } from '#wording/quantities'
import { agreementWords } from '#wording/records'

const { record, head, problem, picture } = useRecordOf()
const { savePlan } = useRecordFiles()

const PAPERS = [
  { value: 'A4', name: 'A4' },
  { value: 'letter', name: 'Letter' },
  { value: 'A6', name: 'A6, for the stand' },
] as const
const { paper } = usePaper()
/** Plan and side view beside each other, as wide as the paper leaves, CSS pixels. */
const WIDTHS = { A4: 560, letter: 470, A6: 210 } as const
const sketch = useTemplateRef<HTMLElement>('sketch')
const svg = () => {
  const found = sketch.value?.querySelector('svg')
  if (found && record.value) savePlan(record.value, found)
}
const print = () => globalThis.print()
const SAFE = 'Sandbag every stand; hot lamps burn; warn before flashes. Local codes come before this card.'
</script>

<template>
  <div class="min-h-0 grow overflow-y-auto px-4 py-3 print:overflow-visible print:p-0">
    <div class="mb-3 flex flex-wrap items-center gap-3 print:hidden">
      <ChoiceRow label="Paper" :value="paper" :choices="PAPERS" @choose="value => (paper = value)" />
      <button class="press-main" data-test="print" @click="print">Print</button>
      <button class="press" data-test="save-plan" @click="svg">Plan as SVG</button>
    </div>
    <p v-if="problem" role="alert">{{ problem }}</p>
    <p v-else-if="!record" class="text-soft">Opening the record…</p>
    <article
      v-else
      class="mx-auto bg-white p-6 leading-snug text-black print:max-w-none print:p-0 [&_*]:border-neutral-400 [&_td]:text-black! [&_th]:text-black! [&_span]:text-black!"
      :class="
        paper === 'A6'
          ? 'max-w-96 text-[9px] print:text-[8px] [&_table]:text-[8px]'
          : 'max-w-3xl text-[13px] print:text-[11px] [&_table]:text-[11px]'
      "
      data-test="record-card"
    >
      <div class="flex gap-4">
        <div class="min-w-0 grow">
          <h2 class="font-semibold" :class="paper === 'A6' ? 'text-sm' : 'text-xl'">
            {{ record.set.name }}, {{ record.set.looks[0]!.name
            }}<template v-if="record.sitter">, {{ record.sitter }}</template>
          </h2>
          <p class="font-medium">{{ record.headline }}</p>
          <p>
            {{ formatMoment(record.at, 'whole') }}. {{ formatAperture(record.camera.fNumber) }} ·
            {{ shutterWords(record.camera.shutterS) }} · ISO {{ Math.round(record.camera.iso) }} ·
            {{ Math.round(record.set.camera.lens.focalLengthMm) }} mm. {{ record.set.backdrop.name }}.
            {{ agreementWords(record.agreement) }}
          </p>
          <p v-if="head?.notes">{{ head.notes }}</p>
        </div>
        <img
          v-if="picture"
          :src="picture"
          :class="paper === 'A6' ? 'h-20' : 'h-36'"
          class="shrink-0"
          alt="As the camera saw it"
        />
      </div>
      <div ref="sketch" class="mt-3">
        <PlanSketch :set="record.set" :width-px="WIDTHS[paper]" label="Plan from above and from the side, to scale" />
      </div>
      <TapeList class="mt-2" :record="record" marks="lines" :is-short="paper === 'A6'" />
      <PlaceTable v-if="paper !== 'A6'" class="mt-3" :places="record.places" />
      <ul class="mt-2">
        <li>{{ SAFE }}</li>
        <li v-for="words in record.cautions" :key="words">{{ words }}</li>
      </ul>
    </article>
  </div>
</template>
