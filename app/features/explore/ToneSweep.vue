<script setup lang="ts">
import { computed } from 'vue'
import { useChangeNote } from '~/shared/useChangeNote'
import { useUnits } from '~/shared/useUnits'
import { useLight } from '~/stores/light'
import { useSearch } from '~/stores/search'
import { useStudio } from '~/stores/studio'
import SearchLine from '~/features/explore/SearchLine.vue'
import type { SweptTone } from '#services/search/searchApi'
import { bindingWords, stepWords } from '#wording/proposals'
import { minutesWords } from '#wording/quantities'

/** From this set: what it takes to go white, grey and black. */
const search = useSearch()
const note = useChangeNote()

const first = ({ proposals }: SweptTone) => proposals[0]
const studio = useStudio()
const light = useLight()
const { distance } = useUnits()
/** Every tone with what it takes, or why it is out of reach. */
const rows = computed(() =>
  (search.sweep ?? []).map(tone => {
    const best = first(tone)
    const steps = best ? stepWords(studio.document, light.camera ?? best.camera, best, distance) : []
    return { tone, steps, words: wordsOf(tone, steps), minutes: best ? minutesWords(best.minutes) : '' }
  }),
)
const wordsOf = (tone: SweptTone, steps: readonly string[]) => {
  const best = first(tone)
  if (!best) return 'Nothing found.'
  const said = steps.length > 0 ? `${steps.join('. ')}.` : 'It is there.'
  return best.isReached ? said : `${bindingWords(tone.binding, best.misses) ?? ''} As near as it gets: ${said}`
}
const take = (tone: SweptTone) => {
  note.mark()
  search.acceptTone(tone)
}
</script>

<template>
  <section aria-labelledby="tone-sweep">
    <div class="mb-2 flex items-center gap-3">
      <h2 id="tone-sweep" class="text-base font-semibold">From white to black</h2>
      <button v-if="search.busy !== 'toneSweep'" class="press" data-test="sweep-tones" @click="search.sweepTones()">
        {{ search.sweep?.length ? 'Again' : 'Work it out' }}
      </button>
      <SearchLine kind="toneSweep" words="Working out what it takes" />
    </div>
    <ol>
      <li
        v-for="{ tone, steps, words, minutes } in rows"
        :key="tone.value"
        class="flex items-center gap-3 border-t border-rule py-1.5 text-sm"
        :data-test="`sweep-${tone.value}`"
      >
        <span
          class="flex h-8 w-12 shrink-0 items-center justify-center rounded-sm border border-rule text-base font-semibold"
          :style="{
            background: `rgb(${tone.value} ${tone.value} ${tone.value})`,
            color: tone.value > 100 ? '#111' : '#eee',
          }"
          >{{ tone.value }}</span
        >
        <span class="min-w-0 grow">{{ words }}</span>
        <span class="w-14 shrink-0 text-right">{{ minutes }}</span>
        <button v-if="steps.length > 0" class="press shrink-0" @click="take(tone)">Go there</button>
      </li>
    </ol>
  </section>
</template>
