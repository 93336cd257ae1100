<script setup lang="ts">
import { useChangeNote } from '~/composables/useChangeNote'
import { useUnits } from '~/composables/useUnits'
import { useLight } from '~/stores/light'
import { useSearch } from '~/stores/search'
import { useStudio } from '~/stores/studio'
import SearchLine from '~/components/explore/SearchLine.vue'
import type { LadderRung } from '#services/search/searchApi'
import { bindingWords, stepWords } from '#wording/proposals'

/** From this set: what it takes to go white, grey and black. */
const search = useSearch()
const note = useChangeNote()

const first = ({ proposals }: LadderRung) => proposals[0]
const studio = useStudio()
const light = useLight()
const { distance } = useUnits()
const stepsOf = (rung: LadderRung) => {
  const best = first(rung)
  return best ? stepWords(studio.document, light.camera ?? best.camera, best, distance) : []
}
const words = (rung: LadderRung) => {
  const best = first(rung)
  if (!best) return 'Nothing found.'
  const steps = stepsOf(rung).length > 0 ? `${stepsOf(rung).join('. ')}.` : 'It is there.'
  return best.isReached ? steps : `${bindingWords(rung.binding, best.misses) ?? ''} As near as it gets: ${steps}`
}
const take = (rung: LadderRung) => {
  note.mark()
  search.acceptRung(rung)
}
</script>

<template>
  <section aria-labelledby="ladder">
    <div class="mb-2 flex items-center gap-3">
      <h2 id="ladder" class="text-base font-semibold">From white to black</h2>
      <button v-if="search.busy !== 'ladder'" class="press" data-test="climb" @click="search.climb()">
        {{ search.rungs?.length ? 'Again' : 'Work it out' }}
      </button>
      <SearchLine kind="ladder" words="Working out what it takes" />
    </div>
    <ol>
      <li
        v-for="rung in search.rungs ?? []"
        :key="rung.value"
        class="flex items-center gap-3 border-t border-rule py-1.5 text-sm"
        :data-test="`rung-${rung.value}`"
      >
        <span
          class="flex h-8 w-12 shrink-0 items-center justify-center rounded-sm border border-rule text-base font-semibold"
          :style="{
            background: `rgb(${rung.value} ${rung.value} ${rung.value})`,
            color: rung.value > 100 ? '#111' : '#eee',
          }"
          >{{ rung.value }}</span
        >
        <span class="min-w-0 grow">{{ words(rung) }}</span>
        <span class="w-14 shrink-0 text-right">{{
          first(rung) ? `${Math.max(0, first(rung)!.minutes).toFixed(1).replace(/\.0$/, '')} min` : ''
        }}</span>
        <button v-if="stepsOf(rung).length > 0" class="press shrink-0" @click="take(rung)">Go there</button>
      </li>
    </ol>
  </section>
</template>
