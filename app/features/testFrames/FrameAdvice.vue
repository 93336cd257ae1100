<script setup lang="ts">
import { useFrameAdvice } from '~/features/testFrames/useFrameAdvice'
import { useUnits } from '~/shared/useUnits'
import { useLight } from '~/stores/light'
import { useSearch } from '~/stores/search'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import ProgressBar from '~/ui/ProgressBar.vue'
import ProposalList from '~/shared/ProposalList.vue'
import { applyChange } from '#core/changes/apply'
import { changeWords } from '#wording/changes'
import { formatStops } from '#wording/notation/stops'

/** Is the backdrop where it is wanted, and what is the smallest thing to do. */
const advice = useFrameAdvice()
const studio = useStudio()
const light = useLight()
const search = useSearch()
const { distance } = useUnits()
const isBusy = computed(() => search.busy === 'even')
const best = computed(() => search.evening?.moves[0])
const doMove = () => {
  const { value: move } = best
  if (move) studio.edit(set => applyChange(set, move.change))
}
</script>

<template>
  <section aria-label="What this frame says">
    <p
      class="text-xl font-semibold"
      data-test="frame-verdict"
      :data-state="advice.isReading.value ? 'reading' : advice.verdict.value.state"
    >
      {{ advice.headline.value }}
    </p>
    <p v-if="advice.otherLens.value" class="mt-1" data-test="frame-lens">{{ advice.otherLens.value }}</p>
    <p v-if="advice.mismatch.value" class="mt-1 flex flex-wrap items-center gap-2" data-test="frame-mismatch">
      {{ advice.mismatch.value }}
      <button class="press" data-test="take-exposure" @click="advice.takeExposure">Set the look to this</button>
    </p>
    <p v-if="advice.outcome.value && !advice.isReading.value" class="mt-1 text-soft" data-test="frame-outcome">
      {{ advice.outcome.value }}
    </p>
    <p v-if="advice.isStale.value" class="mt-1" data-test="frame-stale">
      The set was changed since this frame. Shoot again to see whether it worked.
    </p>
    <div
      v-if="advice.mend.value && !advice.isStale.value && !advice.isReading.value"
      class="mt-2 flex flex-wrap items-center gap-3"
    >
      <button class="press-main" data-test="frame-mend" @click="advice.doMend">Do it</button>
      <span class="text-soft">then expect {{ advice.after.value }}</span>
    </div>
    <div
      v-if="advice.isShort.value && !advice.isStale.value && !advice.isReading.value"
      class="mt-1 flex flex-wrap items-center gap-2"
    >
      <span>{{ light.verdict?.detail ?? 'Powers alone leave it off.' }}</span>
      <button v-if="!search.proposals" class="press" data-test="frame-ways" @click="search.propose()">
        Other ways
      </button>
    </div>
    <ProposalList v-if="search.proposals" class="ml-0!" />
    <div v-if="advice.lag.value" class="mt-2 flex flex-wrap items-center gap-2" data-test="frame-lag">
      <span
        >{{ advice.lag.value
        }}<template v-if="best"
          >: {{ changeWords(studio.document, best.change, distance) }}, from
          {{ search.evening!.spreadStops.toFixed(1) }} to {{ best.spreadStops.toFixed(1) }} stop</template
        ><template v-else-if="search.evening">; no single lamp mends it by much</template>.</span
      >
      <button v-if="best" class="press" data-test="frame-even-do" @click="doMove">Do it</button>
      <button
        v-else-if="!search.evening"
        class="press"
        data-test="frame-even"
        @click="isBusy ? search.stop() : advice.lookForEven()"
      >
        {{ isBusy ? 'Stop' : 'How to even it' }}
      </button>
    </div>
    <ProgressBar v-if="isBusy" :value="search.share" label="Trying moves" />
    <dl class="mt-3 grid w-fit grid-cols-[auto_auto_auto_auto] items-baseline gap-x-5" data-test="frame-values">
      <template v-for="tone in advice.tones.value" :key="tone.point.id">
        <dt class="text-soft">
          {{ tone.point.name.replace('Backdrop ', '') }}
        </dt>
        <dd
          class="text-right text-2xl font-semibold"
          :data-test="`frame-${tone.point.id}`"
          :data-off="tone.offStops?.toFixed(3)"
        >
          {{ tone.isClipped ? '255' : Math.round(tone.value) }}
        </dd>
        <dd class="text-right text-sm text-soft">
          {{ tone.wanted === undefined ? '' : `wants ${Math.round(tone.wanted)}` }}
        </dd>
        <dd class="w-12 text-right">
          {{
            tone.offStops === undefined
              ? ''
              : tone.isClipped && tone.offStops >= 0
                ? 'clips'
                : formatStops(tone.offStops)
          }}
        </dd>
      </template>
    </dl>
  </section>
</template>
