<script setup lang="ts">
import { useUnits } from '~/shared/useUnits'
import { useSearch } from '~/stores/search'
import { computed } from 'vue'
import SearchLine from '~/features/explore/SearchLine.vue'
import { worstSlip, type Slip } from '#core/solve/sensitivity'
import { SENSITIVE_STOPS, SLIP_DEG, SLIP_M } from '#core/solve/thresholds'

/** Sensitive placements, and which do not. */
const search = useSearch()
const { unit } = useUnits()

const WAYS: Record<Slip['way'], string> = {
  depth: 'toward or from the backdrop',
  across: 'to a side',
  height: 'up or down',
  turn: 'of turn',
}
const SHOWN = 7
const shown = computed(() => (search.slips ?? []).slice(0, SHOWN))
const careful = computed(() => (search.slips ?? []).filter(slip => worstSlip(slip) >= SENSITIVE_STOPS).length)
const others = computed(() => (search.slips ?? []).length - SHOWN)
const words = computed(() => {
  const first =
    careful.value === 0
      ? 'None of these needs more care than usual: no slip is worth a tenth of a stop.'
      : `Those in bold need care: a slip is worth ${SENSITIVE_STOPS} stop or more.`
  return others.value > 0
    ? `${first} The other ${others.value === 1 ? 'one matters' : `${others.value} matter`} less.`
    : first
})
/** The length of a slip as it is said; a slip of two inches is as long. */
const length = computed(() => (unit.value === 'metric' ? `${Math.round(SLIP_M * 100)} cm` : '2 in'))
const amount = (slip: Slip) => (slip.way === 'turn' ? `${SLIP_DEG}°` : length.value)
const figure = (stops: number) => `${stops < 0 ? '\u2212' : '+'}${Math.abs(stops).toFixed(2)}`
</script>

<template>
  <section aria-labelledby="care">
    <div class="mb-2 flex items-center gap-3">
      <h2 id="care" class="text-base font-semibold">Sensitive placements</h2>
      <button v-if="search.busy !== 'sensitivity'" class="press" data-test="weigh" @click="search.weighPlacements()">
        {{ search.slips ? 'Again' : 'Work it out' }}
      </button>
      <SearchLine kind="sensitivity" words="Moving each a little" />
    </div>
    <table v-if="search.slips" class="w-full text-sm" data-test="slips">
      <thead class="text-left text-soft">
        <tr>
          <th class="font-normal">A slip of</th>
          <th class="text-right font-normal">subject</th>
          <th class="text-right font-normal">backdrop</th>
          <th class="text-right font-normal">evenness</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="slip in shown"
          :key="`${slip.id}/${slip.way}`"
          class="border-t border-rule"
          :class="worstSlip(slip) >= SENSITIVE_STOPS ? 'font-semibold' : 'font-normal'"
        >
          <th class="py-0.5 text-left" :class="worstSlip(slip) >= SENSITIVE_STOPS ? 'font-semibold' : 'font-normal'">
            {{ slip.name }}, {{ amount(slip) }} {{ WAYS[slip.way] }}
          </th>
          <td class="text-right">
            {{ figure(slip.subject) }}
          </td>
          <td class="text-right">
            {{ figure(slip.backdrop) }}
          </td>
          <td class="text-right">
            {{ figure(slip.evenness) }}
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="search.slips" class="mt-1 text-sm text-soft">
      {{ words }} Backdrop is against the subject, as the picture shows it.
    </p>
  </section>
</template>
