<script setup lang="ts">
import { computed } from 'vue'
import { useRemote } from '~/stores/remote'
import { ON_TARGET_STOPS } from '#core/evaluation/thresholds'
import { formatStops } from '#wording/notation/stops'

/** The verdict, and every place of the rail as a figure. */
const remote = useRemote()
const places = computed(() => [...(remote.view?.rail ?? [])].sort((a, b) => b.stops - a.stops))
const isOff = (missStops: number | null) => missStops !== null && Math.abs(missStops) > ON_TARGET_STOPS
</script>

<template>
  <section aria-label="Tones" class="flex flex-col gap-3">
    <p class="text-xl" data-test="phone-verdict">
      {{ remote.view?.verdict?.headline ?? 'The laptop is working it out…' }}
    </p>
    <table class="figure w-full text-left text-lg">
      <thead class="text-sm text-soft">
        <tr>
          <th scope="col" class="font-normal">Place</th>
          <th scope="col" class="text-right font-normal">Value</th>
          <th scope="col" class="text-right font-normal">Stops</th>
          <th scope="col" class="text-right font-normal">Off by</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="place in places" :key="place.id" class="border-t border-rule">
          <th scope="row" class="py-1.5 text-base font-normal">{{ place.name }}</th>
          <td class="text-right">{{ place.value === null ? '' : Math.round(place.value) }}</td>
          <td class="text-right">{{ formatStops(place.stops) }}</td>
          <td class="text-right" :class="{ 'font-semibold text-accent': isOff(place.missStops) }">
            {{ place.missStops === null ? '' : formatStops(place.missStops) }}
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>
