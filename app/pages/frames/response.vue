<script setup lang="ts">
import { useBracket } from '~/features/testFrames/useBracket'
import { useStudio } from '~/stores/studio'
import { computed, defineAsyncComponent } from 'vue'
import FlatField from '~/features/testFrames/FlatField.vue'
import SelectField from '~/ui/SelectField.vue'
import { responseOf } from '#core/camera/response'
import { formatStops } from '#wording/notation/stops'
import { PICTURES_TAKEN } from '~/features/testFrames/pictureTypes'

const ResponseFit = defineAsyncComponent(() => import('~/features/testFrames/ResponseFit.vue'))

/** What this camera makes of light, from a bracket of a grey or white card. */
const bracket = useBracket()
const studio = useStudio()
const CARDS = [
  { value: '0.18', name: 'Grey card, 18 %' },
  { value: '0.9', name: 'White card, 90 %' },
  { value: '0.88', name: 'White paper, 88 %' },
]

const at = (response: ReturnType<typeof responseOf>) =>
  Array.from({ length: 121 }, (_, index): [number, number] => {
    const stops = -8 + index * 0.1
    return [stops, response.valueFromLinear(bracket.cardReflectance.value * 2 ** stops)]
  })
const curve = computed(() => (bracket.fit.value ? at(responseOf({ response: bracket.fit.value.response })) : []))
const before = computed(() => at(responseOf(studio.document.camera)))
const band = computed(
  () =>
    bracket.fit.value?.response.steps.map(({ stops, value }, index): [number, number, number] => {
      const spread = 2 * bracket.fit.value!.spreads[index]!
      return [stops, Math.max(0, value - spread), Math.min(255, value + spread)]
    }) ?? [],
)
const points = computed(() =>
  bracket.steps.value.filter(step => step.stops !== null).map((step): [number, number] => [step.stops!, step.value]),
)
/** Residuals in the order of the table; those without a place in stops have none. */
const residuals = computed(() => {
  let next = 0
  return bracket.steps.value.map(({ stops }) => (stops === null ? undefined : bracket.fit.value?.residuals[next++]))
})
const worst = computed(() => Math.max(0, ...residuals.value.map(one => Math.abs(one ?? 0))))
const spread = computed(() => Math.max(0, ...(bracket.fit.value?.spreads ?? [])))

const takeAll = (event: Event) => {
  const field = event.target as HTMLInputElement
  void bracket.addFiles([...(field.files ?? [])])
  field.value = ''
}
const typeStops = (index: number, event: Event) => {
  const text = (event.target as HTMLInputElement).value.trim()
  const stops = Number(text.replace(',', '.').replace('\u2212', '-'))
  if (text === '') bracket.pictures.value[index]!.typedStops = null
  else if (Number.isFinite(stops)) bracket.pictures.value[index]!.typedStops = stops
}
</script>

<template>
  <div class="flex grow flex-col gap-4 p-4 lg:min-h-0 lg:flex-row">
    <section aria-label="The bracket" class="flex flex-col gap-3 lg:w-[26rem] lg:shrink-0 lg:min-h-0">
      <p class="text-soft">
        Light a card evenly, fill the middle of the frame with it, and take pictures from nearly black to white, half a
        stop or so apart. Steps are read from the files. Or bring one shot of anything twice, as raw file and as picture
        of one name: together they tell the whole curve.
      </p>
      <div class="flex flex-wrap items-center gap-2">
        <button class="press-main" :disabled="bracket.isBusy.value" data-test="bracket-shoot" @click="bracket.shoot">
          {{ bracket.isBusy.value ? 'Taking it in…' : 'Simulate one' }}
        </button>
        <label class="press cursor-pointer focus-within:outline-2">
          Open pictures
          <input
            type="file"
            multiple
            :accept="PICTURES_TAKEN"
            class="sr-only"
            data-test="bracket-files"
            @change="takeAll"
          />
        </label>
        <button
          v-if="bracket.pictures.value.length > 0"
          class="text-sm text-soft underline"
          @click="bracket.pictures.value = []"
        >
          Begin again
        </button>
      </div>
      <div class="flex flex-wrap items-end gap-3">
        <SelectField
          label="Card"
          :value="String(bracket.cardReflectance.value)"
          :options="CARDS"
          test-name="bracket-card"
          class="w-44"
          wide
          @choose="value => (bracket.cardReflectance.value = Number(value))"
        />
        <label class="flex flex-col text-xs text-soft">
          The meter at the card
          <input
            v-model="bracket.metered.value"
            class="w-32 rounded-sm border border-rule bg-well px-2 py-1.5 text-sm text-ink"
            placeholder="no meter"
            data-test="bracket-metered"
          />
        </label>
      </div>
      <p v-if="!bracket.base.value" class="text-sm text-soft">
        Without a meter the picture in which the card is nearest to mid grey counts as metered: tones are right against
        each other, their level is taken on trust.
      </p>
      <p v-if="bracket.problem.value" role="alert">
        {{ bracket.problem.value }}
      </p>
      <div v-if="bracket.steps.value.length > 0" class="overflow-y-auto lg:min-h-0">
        <table class="w-full text-sm" data-test="bracket-table">
          <thead class="sticky top-0 bg-ground text-soft">
            <tr>
              <th class="text-left font-normal">Picture</th>
              <th class="text-right font-normal">stops</th>
              <th class="text-right font-normal">value</th>
              <th class="text-right font-normal">off the curve</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(step, index) in bracket.steps.value" :key="index" class="border-t border-rule">
              <td class="max-w-32 truncate py-0.5">
                {{ step.name }}
              </td>
              <td class="text-right">
                <input
                  :value="step.stops === null ? '' : step.stops.toFixed(2)"
                  class="w-16 rounded-sm border border-transparent bg-transparent text-right hover:border-rule"
                  :aria-label="`Stops of ${step.name}`"
                  @change="typeStops(index, $event)"
                />
              </td>
              <td class="text-right font-semibold">
                {{ step.value.toFixed(1) }}
              </td>
              <td class="text-right">
                {{ residuals[index] === undefined ? '–' : formatStops(residuals[index]!) }}
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <FlatField />
    </section>
    <section aria-label="The curve" class="flex min-w-0 grow flex-col gap-3">
      <div class="h-96">
        <ResponseFit
          :curve="curve"
          :before="before"
          :band="band"
          :steps="points"
          label="Pixel value of the card over stops, as fitted and as the set has it now"
        />
      </div>
      <template v-if="bracket.fit.value">
        <p data-test="bracket-words">
          Fitted through {{ residuals.filter(one => one !== undefined).length }}
          {{ bracket.isOfPair.value ? 'steps of light' : 'pictures' }} between black and white: none is further off than
          {{ worst.toFixed(1) }} values, and the curve is sure to ±{{ (2 * spread).toFixed(1) }} at its least sure.
          Dashed: what the set has now.
        </p>
        <button class="press-main self-start" data-test="bracket-use" @click="bracket.use">Use this curve</button>
      </template>
      <p v-else-if="bracket.steps.value.length > 0" data-test="bracket-short">
        At least four pictures between black and white are needed, each with its stops.
      </p>
      <p v-if="bracket.said.value" role="status" data-test="bracket-said">
        {{ bracket.said.value }}
      </p>
    </section>
  </div>
</template>
