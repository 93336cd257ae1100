<script setup lang="ts">
import { useGridPlaces } from '~/features/metering/useGridPlaces'
import { useUnits } from '~/shared/useUnits'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import { keyingOf } from '#core/tone/keying'
import { CAST_LIMIT_STOPS, TOLERANCES } from '#core/tone/thresholds'
import { signedStopWords, stopWords } from '#wording/quantities'

const studio = useStudio()
const light = useLight()
const { distance } = useUnits()
const { places } = useGridPlaces()
const screen = computed(() =>
  light.camera && light.lighting && light.readouts.length > 0
    ? keyingOf(
        {
          set: studio.document,
          look: studio.look,
          camera: light.camera,
          lighting: light.lighting,
          readouts: light.readouts,
        },
        places.value.map(({ stops }) => stops),
      )
    : undefined,
)
const rows = computed(() => {
  const { value } = screen
  if (!value) return []
  return [
    {
      name: 'Level against the key',
      figure: signedStopWords(value.levelStops),
      words: 'half a stop under to level is usual',
      isOff: value.levelStops < -1 || value.levelStops > 0.3,
    },
    {
      name: 'Evenness',
      figure: stopWords(value.spreadStops),
      words: `${places.value.length > 1 ? 'over the grid' : 'along one line at head height: lay a grid for the whole'}; a key wants ${TOLERANCES.keying} or less`,
      isOff: value.spreadStops > TOLERANCES.keying + 0.005,
    },
    {
      name: 'Its colour on the subject',
      figure: signedStopWords(value.castStops),
      words: `at ${distance(value.distanceM)}; ${Math.abs(CAST_LIMIT_STOPS)} stops under the key is not seen`,
      isOff: value.castStops > CAST_LIMIT_STOPS,
    },
    {
      name: 'Distance needed',
      figure: value.neededM === undefined ? 'more than 30 m' : distance(value.neededM),
      words:
        value.neededM !== undefined && value.neededM <= value.distanceM
          ? 'the subject is far enough'
          : 'with the screen lit as it is',
      isOff: value.neededM === undefined || value.neededM > value.distanceM + 0.05,
    },
  ]
})
</script>

<template>
  <section aria-label="Keying screen">
    <h2 class="text-lg font-semibold">Keying screen</h2>
    <dl class="mt-2 divide-y divide-rule border-y border-rule">
      <div v-for="row in rows" :key="row.name" class="grid grid-cols-[11rem_7rem_1fr] items-baseline gap-3 py-1.5">
        <dt>{{ row.name }}</dt>
        <dd class="text-xl font-semibold">
          {{ row.figure }}
        </dd>
        <dd class="text-sm text-soft"><strong v-if="row.isOff" class="text-ink">Off: </strong>{{ row.words }}</dd>
      </div>
    </dl>
  </section>
</template>
