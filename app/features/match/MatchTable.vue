<script setup lang="ts">
import { computed } from 'vue'
import { useUnits } from '~/shared/useUnits'
import { useMatching } from '~/stores/matching'
import SelectField from '~/ui/SelectField.vue'
import { ASPECTS, isMet, type Firmness } from '#core/match/deviations'
import { capital } from '#wording/language'
import { ASPECT_NAMES, deviationWords, FIRMNESS_NAMES, matchCauseWords } from '#wording/match'

/** Every aspect of a match: how firmly it is asked, and how near each way comes. */
const matching = useMatching()
const { distance } = useUnits()

const FIRMNESS = (Object.entries(FIRMNESS_NAMES) as [Firmness, string][]).map(([value, name]) => ({ value, name }))
const rows = computed(() => {
  const ways = matching.answer?.ways ?? []
  return ASPECTS.filter(aspect => ways.some(({ deviations }) => deviations.some(one => one.aspect === aspect))).map(
    aspect => ({
      aspect,
      name: ASPECT_NAMES[aspect],
      cells: ways.map(({ deviations, causes }) => {
        const deviation = deviations.find(one => one.aspect === aspect)
        const cause = causes[aspect]
        return {
          isMet: !deviation || isMet(deviation),
          words: deviation ? deviationWords(deviation) : '',
          why: cause ? capital(matchCauseWords(cause, distance)) : '',
        }
      }),
    }),
  )
})
</script>

<template>
  <table class="w-full table-fixed text-left text-sm" data-test="match-aspects">
    <caption class="pb-1 text-left text-base font-semibold">
      How near each comes
    </caption>
    <thead class="text-soft">
      <tr>
        <th class="w-44 font-normal">Aspect</th>
        <th class="w-42 font-normal">Asked</th>
        <th v-for="(_, at) in matching.answer?.ways" :key="at" class="font-normal">{{ `Way ${at + 1}` }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in rows" :key="row.aspect" class="border-t border-rule align-middle">
        <th class="py-1 pr-2 font-normal">{{ row.name }}</th>
        <td class="py-1 pr-2">
          <SelectField
            :label="`${row.name} asked`"
            is-label-hidden
            :value="matching.asked[row.aspect]"
            :options="FIRMNESS"
            :test-name="`asked-${row.aspect}`"
            @choose="firmness => firmness && matching.ask(row.aspect, firmness)"
          />
        </td>
        <td v-for="(cell, at) in row.cells" :key="at" class="py-1 pr-3" :class="{ 'text-soft': cell.isMet }">
          <span :class="{ 'font-semibold': !cell.isMet }">{{ cell.words }}</span>
          <span v-if="cell.why" class="block">{{ cell.why }}</span>
        </td>
      </tr>
    </tbody>
  </table>
</template>
