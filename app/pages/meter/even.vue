<script setup lang="ts">
import { useEvenness } from '~/features/metering/even/useEvenness'
import { useReadingWords } from '~/shared/useReadingWords'
import { useLight } from '~/stores/light'
import { computed, useTemplateRef } from 'vue'
import ChoiceRow from '~/ui/ChoiceRow.vue'
import EvenMap from '~/features/metering/even/EvenMap.vue'
import EvenMoves from '~/features/metering/even/EvenMoves.vue'
import ReadingEntry from '~/shared/ReadingEntry.vue'
import { formatFNumber } from '#wording/notation/aperture'
import type { Grid } from '#core/model/schema'
import { stopWords } from '#wording/quantities'
import { heldWords, pointedWords } from '#wording/metering'
import { inSentence } from '#wording/language'

const even = useEvenness()
const light = useLight()
const { words, example } = useReadingWords()
const entry = useTemplateRef('entry')

const REGIONS: Record<Grid['over'], string> = { backdrop: 'Backdrop', cove: 'Cove', floor: 'Floor' }
const PLACES = [
  { value: 'five', name: '5' },
  { value: 'nine', name: '9' },
  { value: 'fifteen', name: '15' },
  { value: 'free', name: 'Free' },
] as const
const regions = computed(() => even.regions.value.map(value => ({ value, name: REGIONS[value] })))
const place = computed(() => even.place.value)
const choose = (index: number) => {
  even.position.value = index
  // With a keyboard, the figure can be written at once.
  if (window.matchMedia('(pointer: fine)').matches) entry.value?.focus()
}
const move = (by: number) => {
  const { length } = even.places.value
  even.position.value = (even.position.value + by + length) % length
}
</script>

<template>
  <div class="grid grow grid-cols-1 lg:min-h-0 lg:grid-cols-[minmax(0,1fr)_25rem]">
    <section aria-label="Map" class="flex min-h-0 flex-col gap-3 p-4">
      <div class="flex flex-wrap items-center gap-x-6 gap-y-2">
        <ChoiceRow
          label="Over the"
          :value="even.grid.value?.over ?? 'backdrop'"
          :choices="regions"
          @choose="over => even.choose({ over })"
        />
        <ChoiceRow
          label="Places"
          :value="even.grid.value?.places ?? ''"
          :choices="PLACES"
          @choose="places => places && even.choose({ places })"
        />
      </div>
      <p v-if="!even.grid.value" class="text-lg" data-test="even-start">
        Choose how many places to read. They lie over what the camera sees of the backdrop; the map shows the plan until
        readings say otherwise.
      </p>
      <p v-else-if="even.inUse.value.length === 0" class="text-lg" data-test="even-dark">
        No light is on in this look, so that there is nothing to be even.
      </p>
      <template v-else>
        <p v-if="!even.field.value" class="text-soft">Working out the map…</p>
        <p v-if="even.grid.value.places === 'free'" class="text-soft">Press on the map to put a place there.</p>
        <EvenMap
          v-if="even.field.value"
          :field="even.field.value"
          :places="even.places.value"
          :position="even.position.value"
          :is-free="even.grid.value.places === 'free'"
          @choose="choose"
          @type="entry?.focus()"
          @add="even.addFree"
          @step="move"
        />
        <p class="text-xs text-soft">
          Each shade is a tenth of a stop; figures are against the middle one. Upright figures were read, slanted ones
          are the plan's word.
        </p>
      </template>
    </section>
    <aside
      v-if="even.grid.value && even.inUse.value.length > 0"
      aria-label="Evenness"
      class="flex flex-col gap-4 border-t border-rule p-4 lg:min-h-0 lg:overflow-y-auto lg:border-t-0 lg:border-l"
    >
      <div>
        <p class="text-4xl font-semibold" data-test="even-spread">
          {{ stopWords(even.spreadStops.value) }}<span class="text-xl font-normal text-soft"> seen by the camera</span>
        </p>
        <p data-test="even-verdict">
          {{ even.isEven.value ? 'Even enough' : 'Not even enough' }}:
          {{ inSentence(even.tolerance.value.use.name) }} may differ by {{ stopWords(even.tolerance.value.stops) }},
          since {{ even.tolerance.value.use.why }}.
        </p>
        <p
          v-if="even.wholeSpreadStops.value !== undefined && even.grid.value.over === 'backdrop'"
          class="text-sm text-soft"
        >
          {{ stopWords(even.wholeSpreadStops.value) }} over the whole backdrop, seen or not.
          {{ even.readCount.value }} of {{ even.places.value.length }} places read.
        </p>
      </div>
      <div v-if="place" class="border-t border-rule pt-3">
        <p class="flex items-baseline justify-between">
          <strong data-test="even-place">{{ place.point.name }} of {{ even.places.value.length }}</strong>
          <span class="text-soft"
            >{{ place.reading ? 'read' : 'expect' }}
            <strong class="text-xl text-ink" data-test="even-expected">{{
              place.reading
                ? words(place.reading.fNumber, place.point.constant, place.step.lightIds)
                : formatFNumber(place.fNumber)
            }}</strong></span
          >
        </p>
        <p class="mb-2 text-sm text-soft">
          All lamps on, {{ pointedWords(place.point) }}, {{ heldWords(place.point) }}.
          <button
            v-if="even.grid.value.places === 'free'"
            class="underline"
            @click="even.removeFree(even.position.value)"
          >
            Take this place away
          </button>
        </p>
        <ReadingEntry
          ref="entry"
          is-compact
          :example="example(place.step.lightIds)"
          :problem="even.problem.value"
          :is-asking="even.isAsking.value || !light.camera"
          :enter="even.enter"
          @ask="even.askBench"
        />
        <button
          class="press mt-2 w-full"
          :disabled="even.isAsking.value || even.readCount.value === even.places.value.length"
          data-test="even-all"
          @click="even.askBenchForAll"
        >
          Simulate all that is left
        </button>
      </div>
      <EvenMoves
        class="border-t border-rule pt-3"
        :tolerance-stops="even.tolerance.value.stops"
        :read="even.read.value"
      />
    </aside>
  </div>
</template>
