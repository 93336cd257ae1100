<script setup lang="ts">
import type { RecordPlace } from '#core/records/recordSchema'
import { formatStops } from '#wording/notation/stops'

/** Each place as it was predicted, wanted, metered and read in a frame. */
defineProps<{ places: readonly RecordPlace[] }>()
const stops = (value: number | null) => (value === null ? '' : formatStops(value, 'tenths'))
const whole = (value: number | null) => (value === null ? '' : Math.round(value))
</script>

<template>
  <table class="w-full text-left text-sm" data-test="places">
    <thead class="text-soft">
      <tr>
        <th class="py-1 pr-3 font-normal">Place</th>
        <th class="pr-3 text-right font-normal">Value</th>
        <th class="pr-3 text-right font-normal">Predicted</th>
        <th class="pr-3 text-right font-normal">Wanted</th>
        <th class="pr-3 text-right font-normal">Metered</th>
        <th class="text-right font-normal">In the frame</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="place in places" :key="place.pointId" class="border-t border-rule">
        <td class="py-0.5 pr-3">{{ place.name }}</td>
        <td class="figure pr-3 text-right">{{ whole(place.value) }}</td>
        <td class="figure pr-3 text-right">{{ stops(place.stops) }}</td>
        <td class="figure pr-3 text-right">{{ stops(place.wantedStops) }}</td>
        <td class="figure pr-3 text-right">{{ stops(place.meteredStops) }}</td>
        <td class="figure text-right">{{ whole(place.frameValue) }}</td>
      </tr>
    </tbody>
  </table>
</template>
