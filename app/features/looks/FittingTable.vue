<script setup lang="ts">
import { computed } from 'vue'
import { useUnits } from '~/shared/useUnits'
import { usePlacing } from '~/stores/placing'
import { usePreferences } from '~/stores/preferences'
import { useStudio } from '~/stores/studio'
import type { FittedJob } from '#services/search/searchApi'
import { fittingWords, fittingsCountWords, lackWords, loadWords } from '#wording/fittings'
import NumberField from '~/ui/NumberField.vue'
import { formatStops } from '#wording/notation/stops'
import { minutesWords } from '#wording/quantities'

/** Ways to fit the lights of a job, side by side on the same targets; a press fits them. */
const props = defineProps<{ fittings: readonly FittedJob[] }>()
const placing = usePlacing()
const studio = useStudio()
const preferences = usePreferences()
const { distance, sized } = useUnits()

const count = computed(() => studio.stored.looks.length)
const rows = computed(() =>
  props.fittings.map(fitting => ({
    fitting,
    name: sized(fittingWords(fitting)),
    uneven: fitting.unevenStops === undefined ? '–' : fitting.unevenStops.toFixed(1),
    spill: Number.isFinite(fitting.spillStops) ? formatStops(fitting.spillStops) : 'none',
    load: loadWords(fitting, preferences.values.circuitWatts),
    room: `${distance(fitting.acrossM)} × ${distance(fitting.deepM)}`,
    lacks: lackWords(fitting) || '–',
  })),
)
const isContinuous = computed(() => props.fittings.some(({ lamp }) => lamp.kind === 'continuous'))
</script>

<template>
  <section aria-label="Ways to fit them" class="flex flex-col gap-2">
    <p class="text-soft">{{ fittingsCountWords(rows.length) }} Worked out with few rays; the stage gives it whole.</p>
    <div class="overflow-x-auto">
      <table class="w-full min-w-160 text-left" data-test="fittings">
        <thead class="text-sm text-soft">
          <tr>
            <th class="py-1 pr-3 font-normal">Lamp and modifier</th>
            <th class="pr-3 text-right font-normal">On target</th>
            <th class="pr-3 text-right font-normal">Missed, stops</th>
            <th class="pr-3 text-right font-normal">Uneven, stops</th>
            <th class="pr-3 text-right font-normal">Power left, stops</th>
            <th class="pr-3 text-right font-normal">Spill</th>
            <th class="pr-3 text-right font-normal">Shadows</th>
            <th class="pr-3 text-right font-normal">Floor</th>
            <th class="pr-3 text-right font-normal">Load</th>
            <th class="pr-3 text-right font-normal">To fit</th>
            <th class="pr-3 font-normal">To hire</th>
            <th><span class="sr-only">Fit</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.name" class="border-t border-rule">
            <td class="py-1 pr-3">{{ row.name }}</td>
            <td class="figure pr-3 text-right whitespace-nowrap">{{ row.fitting.served }} of {{ count }}</td>
            <td class="figure pr-3 text-right">{{ row.fitting.missStops.toFixed(1) }}</td>
            <td class="figure pr-3 text-right">{{ row.uneven }}</td>
            <td class="figure pr-3 text-right">{{ row.fitting.powerLeftStops.toFixed(1) }}</td>
            <td class="figure pr-3 text-right">{{ row.spill }}</td>
            <td class="figure pr-3 text-right">{{ row.fitting.shadows }}</td>
            <td class="figure pr-3 text-right whitespace-nowrap">{{ row.room }}</td>
            <td class="figure pr-3 text-right">{{ row.load }}</td>
            <td class="figure pr-3 text-right whitespace-nowrap">{{ minutesWords(row.fitting.minutes) }}</td>
            <td class="pr-3">{{ row.lacks }}</td>
            <td>
              <button class="press" :aria-label="`Fit ${row.name}`" @click="placing.acceptLights(row.fitting)">
                Fit
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="text-sm text-soft">
      Uneven is the widest difference between places of the backdrop in one look. Spill is what these lights give where
      they are not meant for, against the camera setting: backdrop lights on the subject, others on the backdrop.
      Shadows are those of the head that show in the picture. Floor is what stands and fronts take, across and deep.
    </p>
    <div v-if="isContinuous" class="flex flex-wrap items-end gap-3 text-sm text-soft">
      <NumberField
        label="A circuit carries"
        :value="preferences.values.circuitWatts"
        :least="500"
        :most="20000"
        unit=" W"
        :digits="0"
        test-name="circuit-watts"
        @change="circuitWatts => preferences.change({ circuitWatts })"
      />
      <p class="max-w-prose">
        Watts are of continuous lamps while they burn, counted at four fifths of what a circuit carries. An electrician
        and local codes say what yours carries, and what else hangs on it.
      </p>
    </div>
  </section>
</template>
