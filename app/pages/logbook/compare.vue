<script setup lang="ts">
import { computed } from 'vue'
import { useRecordOf } from '~/features/logbook/useRecordOf'
import { useUnits } from '~/shared/useUnits'
import { differencesOf, placesOf } from '#core/records/compareRecords'
import { formatMoment } from '#wording/notation/moment'
import { formatStops } from '#wording/notation/stops'
import { valueAndStopsWords } from '#wording/quantities'
import { differenceWords } from '#wording/records'

const first = useRecordOf('one')
const second = useRecordOf('other')
const { distance } = useUnits()

const pair = computed(() =>
  first.record.value && second.record.value ? ([first.record.value, second.record.value] as const) : undefined,
)
const differences = computed(() =>
  pair.value ? differencesOf(...pair.value).map(one => differenceWords(one, distance)) : [],
)
const places = computed(() =>
  pair.value
    ? placesOf(...pair.value).map(place => ({
        ...place,
        one: valueAndStopsWords(place.oneValue, place.oneStops),
        other: valueAndStopsWords(place.otherValue, place.otherStops),
        apart: formatStops(place.otherStops - place.oneStops, 'tenths'),
      }))
    : [],
)
const sides = computed(() => [
  { side: first, record: first.record.value },
  { side: second, record: second.record.value },
])
</script>

<template>
  <div class="min-h-0 grow overflow-y-auto px-4 py-3">
    <div class="mx-auto grid max-w-6xl gap-6 lg:grid-cols-[auto_1fr]" data-test="compare-two">
      <div class="flex gap-4">
        <figure v-for="{ side, record } in sides" :key="side.id.value" class="w-44">
          <div class="grid h-64 place-items-center bg-well text-sm text-soft">
            <img
              v-if="side.picture.value"
              :src="side.picture.value"
              class="size-full object-contain"
              :alt="record ? `${record.set.looks[0]!.name} as the camera saw it` : ''"
            />
            <template v-else>No picture</template>
          </div>
          <figcaption v-if="record" class="mt-1">
            <span class="block font-medium">{{ record.set.name }}, {{ record.set.looks[0]!.name }}</span>
            <span class="block text-sm text-soft">{{ formatMoment(record.at, 'whole') }}</span>
            <span class="block text-sm">{{ record.headline }}</span>
          </figcaption>
          <p v-if="side.problem.value" role="alert">{{ side.problem.value }}</p>
        </figure>
      </div>
      <div v-if="pair" class="flex min-w-0 flex-col gap-4">
        <section aria-labelledby="differs">
          <h2 id="differs" class="text-lg font-semibold">What differs</h2>
          <p v-if="differences.length === 0" class="text-soft">Nothing that was set or placed.</p>
          <table v-else class="w-full text-left text-sm">
            <thead class="text-soft">
              <tr>
                <th class="font-normal">What</th>
                <th class="font-normal">First</th>
                <th class="font-normal">Second</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="row in differences" :key="row.name" class="border-t border-rule">
                <td class="py-0.5 pr-3">{{ row.name }}</td>
                <td class="pr-3">{{ row.one }}</td>
                <td>{{ row.other }}</td>
              </tr>
            </tbody>
          </table>
        </section>
        <section aria-labelledby="light-differs">
          <h2 id="light-differs" class="font-semibold">Value, and stops against the camera setting</h2>
          <table class="w-full text-left text-sm">
            <thead class="text-soft">
              <tr>
                <th class="font-normal">Place</th>
                <th class="text-right font-normal">First</th>
                <th class="text-right font-normal">Second</th>
                <th class="text-right font-normal">Apart</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="place in places" :key="place.pointId" class="border-t border-rule">
                <td class="py-0.5">{{ place.name }}</td>
                <td class="figure text-right whitespace-pre">{{ place.one }}</td>
                <td class="figure text-right whitespace-pre">{{ place.other }}</td>
                <td class="figure text-right">{{ place.apart }}</td>
              </tr>
            </tbody>
          </table>
        </section>
      </div>
    </div>
  </div>
</template>
