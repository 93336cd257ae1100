<script setup lang="ts">
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { computed, defineAsyncComponent } from 'vue'
import ChoiceRow from '~/ui/ChoiceRow.vue'
import NumberField from '~/ui/NumberField.vue'
import { luminance } from '#core/physics/units/rgb'
import { Plus, X } from '@lucide/vue'
import { clippingLinear, responseOf, uncertaintyStops } from '#core/camera/response'
import { editCamera } from '#core/edits/edits'
import { BACKDROP_MIDDLE } from '#core/model/placeIds'
import type { CameraResponse } from '#core/model/schema'
import { valueFromStops } from '#core/camera/backdropTone'
import { targetBand } from '#core/evaluation/target'
import { formatStops } from '#wording/notation/stops'

const ToneCurve = defineAsyncComponent(() => import('~/features/tones/ToneCurve.vue'))

/** How this camera turns light into values: straight, with a shoulder, or as a bracket showed. */
const studio = useStudio()
const light = useLight()

const response = computed(() => responseOf(studio.document.camera))
const stated = computed(() => studio.document.camera.response)
const middle = computed(() => light.points.find(({ id }) => id === BACKDROP_MIDDLE)!)
const reflectance = computed(() => luminance(middle.value.reflectance ?? [0.88, 0.88, 0.88]))

const KINDS = [
  { value: 'srgb', name: 'Straight' },
  { value: 'shoulder', name: 'Shoulder' },
  { value: 'measured', name: 'From a bracket' },
] as const
const CARD = 0.18
const START = [-4, -2, 0, 1, 2]
/** A bracket begins as the present curve would give it, ready to be overwritten. */
const ofKind = (kind: CameraResponse['kind']): CameraResponse => {
  switch (kind) {
    case 'srgb':
      return { kind }
    case 'shoulder':
      return { kind, headroomStops: 0.7 }
    case 'measured':
      return {
        kind,
        cardReflectance: CARD,
        steps: START.map(stops => ({ stops, value: Math.round(valueFromStops(stops, CARD, response.value)) })),
      }
  }
}
const put = (next: CameraResponse) => studio.edit(set => editCamera(set, { response: next }))
const stepsWith = (index: number, change: { stops?: number; value?: number }) => {
  if (stated.value.kind !== 'measured') return
  const steps = stated.value.steps.map((step, other) => (other === index ? { ...step, ...change } : step))
  put({ ...stated.value, steps: [...steps].sort((a, b) => a.stops - b.stops) })
}
const addStep = () => {
  if (stated.value.kind !== 'measured') return
  const last = stated.value.steps.at(-1)!
  put({
    ...stated.value,
    steps: [
      ...stated.value.steps,
      {
        stops: last.stops + 1,
        value: Math.round(valueFromStops(last.stops + 1, stated.value.cardReflectance, response.value)),
      },
    ],
  })
}
const dropStep = (index: number) => {
  if (stated.value.kind === 'measured')
    put({ ...stated.value, steps: stated.value.steps.filter((_, other) => other !== index) })
}

const curve = computed(() =>
  Array.from({ length: 111 }, (_, index): [number, number] => {
    const stops = -8 + index * 0.1
    return [stops, valueFromStops(stops, reflectance.value, response.value)]
  }),
)
const shownSteps = computed(() =>
  stated.value.kind === 'measured'
    ? stated.value.steps.map(({ stops, value }): [number, number] => [
        stops + Math.log2(stated.value.kind === 'measured' ? stated.value.cardReflectance / reflectance.value : 1),
        value,
      ])
    : [],
)
const wanted = computed(() => {
  const target = studio.look.targets[BACKDROP_MIDDLE]
  if (!target) return []
  const { stops } = targetBand(target, middle.value, studio.document.camera)
  return [{ stops, value: valueFromStops(stops, reflectance.value, response.value) }]
})
const clipWords = computed(
  () =>
    `This backdrop clips at ${formatStops(Math.log2(clippingLinear(response.value) / reflectance.value))} over the camera setting.`,
)
const surenessWords = computed(() => {
  const { value = 118 } = wanted.value[0] ?? {}
  const stops = uncertaintyStops(response.value, value)
  return Number.isFinite(stops)
    ? `A value of ${Math.round(value)} read one wrong is ${stops.toFixed(2)} stop; ${stops > 0.05 ? 'near the ends the picture tells little.' : 'the picture tells it well.'}`
    : `At ${Math.round(value)} the picture cannot tell how far past clipping it is: trust the meter there.`
})
</script>

<template>
  <div class="flex flex-col gap-3">
    <ChoiceRow
      label="Response of the camera"
      hide-label
      :value="stated.kind"
      :choices="KINDS"
      data-test="response-kind"
      @choose="kind => put(ofKind(kind))"
    />
    <div class="h-64">
      <ToneCurve :curve="curve" :steps="shownSteps" :wanted="wanted" label="Pixel value of the backdrop over stops" />
    </div>
    <p data-test="clip-words">
      {{ clipWords }}
    </p>
    <p class="text-sm text-soft" data-test="sureness">
      {{ surenessWords }}
    </p>
    <NumberField
      v-if="stated.kind === 'shoulder'"
      label="Highlights hold this much longer, stops"
      :value="stated.headroomStops"
      :least="0.1"
      :most="3"
      :digits="2"
      test-name="headroom"
      @change="headroomStops => put({ kind: 'shoulder', headroomStops })"
    />
    <template v-if="stated.kind === 'measured'">
      <p class="text-sm text-soft">
        Photograph a grey card at several settings, with the light on it metered. Write what it came to; the mean of a
        plain part of it, not a peak.
      </p>
      <NumberField
        label="Card reflectance"
        :value="Math.round(stated.cardReflectance * 1000) / 10"
        :least="2"
        :most="100"
        unit=" %"
        @change="percent => stated.kind === 'measured' && put({ ...stated, cardReflectance: percent / 100 })"
      />
      <ul class="flex flex-col gap-1" aria-label="Pictures of the bracket">
        <li v-for="(step, index) in stated.steps" :key="index" class="flex items-end gap-2">
          <NumberField
            :label="`Picture ${index + 1}, stops`"
            :value="step.stops"
            :least="-10"
            :most="8"
            :digits="2"
            @change="stops => stepsWith(index, { stops })"
          />
          <NumberField
            label="renders"
            :value="step.value"
            :least="0"
            :most="255"
            :digits="0"
            narrow
            :test-name="`bracket-${index}`"
            @change="value => stepsWith(index, { value })"
          />
          <button
            v-if="stated.steps.length > 3"
            class="press"
            :aria-label="`Delete picture ${index + 1}`"
            @click="dropStep(index)"
          >
            <X :size="14" />
          </button>
        </li>
      </ul>
      <button class="press self-start" @click="addStep"><Plus :size="14" /> One picture more</button>
    </template>
  </div>
</template>
