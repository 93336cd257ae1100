<script setup lang="ts">
import { useChangeNote } from '~/composables/useChangeNote'
import { useUnits } from '~/composables/useUnits'
import { useLight } from '~/stores/light'
import { useSearch } from '~/stores/search'
import { useStudio } from '~/stores/studio'
import SearchLine from '~/components/explore/SearchLine.vue'
import type { SweptTone } from '#services/search/searchApi'
import { bindingWords, stepWords } from '#wording/proposals'

/** From this set: what it takes to go white, grey and black. */
const search = useSearch()
const note = useChangeNote()

const first = ({ proposals }: SweptTone) => proposals[0]
const studio = useStudio()
const light = useLight()
const { distance } = useUnits()
const stepsOf = (tone: SweptTone) => {
  const best = first(tone)
  return best ? stepWords(studio.document, light.camera ?? best.camera, best, distance) : []
}
const words = (tone: SweptTone) => {
  const best = first(tone)
  if (!best) return 'Nothing found.'
  const steps = stepsOf(tone).length > 0 ? `${stepsOf(tone).join('. ')}.` : 'It is there.'
  return best.isReached ? steps : `${bindingWords(tone.binding, best.misses) ?? ''} As near as it gets: ${steps}`
}
const take = (tone: SweptTone) => {
  note.mark()
  search.acceptTone(tone)
}
</script>

<template>
  <section aria-labelledby="ladder">
    <div class="mb-2 flex items-center gap-3">
      <h2 id="ladder" class="text-base font-semibold">From white to black</h2>
      <button v-if="search.busy !== 'toneSweep'" class="press" data-test="sweep-tones" @click="search.sweepTones()">
        {{ search.sweep?.length ? 'Again' : 'Work it out' }}
      </button>
      <SearchLine kind="toneSweep" words="Working out what it takes" />
    </div>
    <ol>
      <li
        v-for="tone in search.sweep ?? []"
        :key="tone.value"
        class="flex items-center gap-3 border-t border-rule py-1.5 text-sm"
        :data-test="`rung-${tone.value}`"
      >
        <span
          class="flex h-8 w-12 shrink-0 items-center justify-center rounded-sm border border-rule text-base font-semibold"
          :style="{
            background: `rgb(${tone.value} ${tone.value} ${tone.value})`,
            color: tone.value > 100 ? '#111' : '#eee',
          }"
          >{{ tone.value }}</span
        >
        <span class="min-w-0 grow">{{ words(tone) }}</span>
        <span class="w-14 shrink-0 text-right">{{
          first(tone) ? `${Math.max(0, first(tone)!.minutes).toFixed(1).replace(/\.0$/, '')} min` : ''
        }}</span>
        <button v-if="stepsOf(tone).length > 0" class="press shrink-0" @click="take(tone)">Go there</button>
      </li>
    </ol>
  </section>
</template>
