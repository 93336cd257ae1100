<script setup lang="ts">
import { useUnits } from '~/shared/useUnits'
import { useSearch } from '~/stores/search'
import { useStudio } from '~/stores/studio'
import { computed, reactive } from 'vue'
import DistanceField from '~/shared/DistanceField.vue'
import WalkChart from '~/features/metering/continuous/WalkChart.vue'
import { headHeightM } from '#core/model/headHeight'

const studio = useStudio()
const search = useSearch()
const { distance, unit } = useUnits()
const FEET_A_METRE = 1 / 0.3048

const subject = computed(() => studio.document.subjects[0]!)
const from = reactive({ xM: subject.value.place.xM - 1, yM: subject.value.place.yM })
const to = reactive({ xM: subject.value.place.xM + 1, yM: subject.value.place.yM })
const ENDS = [
  { name: 'From', end: from },
  { name: 'To', end: to },
]

const walk = () => {
  const heightM = headHeightM(subject.value)
  void search.walk([from.xM, from.yM, heightM], [to.xM, to.yM, heightM])
}
const lengths = computed(() =>
  (search.steps ?? []).map(
    ({ alongM, stops }) => [unit.value === 'metric' ? alongM : alongM * FEET_A_METRE, stops] as const,
  ),
)
const change = computed(() => {
  const stops = (search.steps ?? []).map(point => point.stops)
  return stops.length > 0 ? Math.max(...stops) - Math.min(...stops) : undefined
})
const step = computed(() => {
  const points = search.steps ?? []
  const steepest = points.slice(1).reduce(
    (most, point, index) => {
      const before = points[index]!
      const slope = Math.abs(point.stops - before.stops) / Math.max(0.01, point.alongM - before.alongM)
      return slope > most.slope ? { slope, atM: (point.alongM + before.alongM) / 2 } : most
    },
    { slope: 0, atM: 0 },
  )
  return steepest
})
</script>

<template>
  <section aria-label="Walk line">
    <h2 class="text-lg font-semibold">Walk line</h2>
    <p class="text-sm text-soft">
      How the light on a face changes on its way, dome toward the camera, with nobody on the mark.
    </p>
    <div class="mt-2 flex flex-wrap items-end gap-3">
      <fieldset v-for="{ name, end } in ENDS" :key="name" class="flex gap-2">
        <legend class="text-sm">
          {{ name }}
        </legend>
        <DistanceField label="Across" :value="end.xM" @change="metres => (end.xM = metres)" />
        <DistanceField label="From backdrop" :value="end.yM" @change="metres => (end.yM = metres)" />
      </fieldset>
      <button class="press-main" :disabled="search.busy === 'walk'" data-test="walk" @click="walk">
        {{ search.busy === 'walk' ? 'Walking…' : 'Walk it' }}
      </button>
    </div>
    <p v-if="search.failure" role="alert">
      {{ search.failure }}
    </p>
    <template v-if="change !== undefined">
      <p class="mt-3" data-test="walk-words">
        <strong class="text-3xl">{{ change.toFixed(1) }} {{ change < 1.05 ? 'stop' : 'stops' }}</strong> along the way;
        it changes fastest {{ distance(step.atM) }} from the start, {{ step.slope.toFixed(1) }} stop a metre. Larger
        sources further back change less.
      </p>
      <div class="mt-2 h-64">
        <WalkChart
          :points="lengths"
          :unit="unit === 'metric' ? 'metres' : 'feet'"
          label="Stops over the camera setting along the walk"
        />
      </div>
    </template>
  </section>
</template>
