<script setup lang="ts">
import { useChangeNote } from '~/shared/useChangeNote'
import { useUnits } from '~/shared/useUnits'
import { useLight } from '~/stores/light'
import { useSearch } from '~/stores/search'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import ProgressBar from '~/ui/ProgressBar.vue'
import type { Proposal } from '#services/search/searchApi'
import { missWords } from '#wording/misses'
import { minutesWords } from '#wording/quantities'
import { bindingWords, stepWords } from '#wording/proposals'

/** What else could be done: found while the user watches, shown as a ghost where one points, done with one press. */
const search = useSearch()
const studio = useStudio()
const light = useLight()
const { distance } = useUnits()
const note = useChangeNote()

const found = computed(() =>
  (search.proposals?.proposals ?? []).map(proposal => ({
    proposal,
    steps: stepWords(studio.document, light.camera ?? proposal.camera, proposal, distance),
    outcome: outcomeOf(proposal),
  })),
)
const binding = computed(() => bindingWords(search.proposals?.binding, search.proposals?.proposals[0]?.misses ?? []))
/** How near an answer comes. */
const outcomeOf = ({ isReached, misses }: Proposal) => {
  const missed = missWords(misses)
  if (isReached) return missed.length > 0 ? `On target; wished for: ${missed.join(', ')}.` : 'On target.'
  return missed.length > 0 ? `Leaves ${missed[0]}.` : 'Nearly on target.'
}
const isBusy = computed(() => search.busy === 'proposals')

const again = (change: () => void) => {
  change()
  search.preview = null
  void search.propose()
}
const accept = (proposal: Proposal) => {
  note.clear()
  search.preview = null
  search.accept(proposal)
}
</script>

<template>
  <section aria-label="What could be done" class="mt-1" data-test="proposals">
    <div class="flex flex-wrap items-center gap-x-4 gap-y-1 text-sm">
      <label class="flex items-center gap-1.5">
        <input
          type="checkbox"
          class="accent-accent"
          :checked="search.options.fewest"
          data-test="fewest"
          @change="
            again(() => {
              search.options.fewest = !search.options.fewest
            })
          "
        />Fewest changes
      </label>
      <label class="flex items-center gap-1.5">
        <input
          type="checkbox"
          class="accent-accent"
          :checked="search.options.keepKey"
          data-test="keep-key"
          @change="
            again(() => {
              search.options.keepKey = !search.options.keepKey
            })
          "
        />Without touching the key
      </label>
      <span v-if="isBusy" class="flex items-center gap-2 text-soft">
        <ProgressBar :value="search.share" label="Looking" />
        Searching for the smallest change
      </span>
      <button
        class="ml-auto text-soft underline underline-offset-2"
        data-test="close-proposals"
        @click="search.close()"
      >
        {{ isBusy ? 'Stop' : 'Close' }}
      </button>
    </div>
    <p v-if="search.failure" role="alert">
      {{ search.failure }}
    </p>
    <p v-if="binding" class="mt-1" data-test="binding">Out of reach. {{ binding }}</p>
    <ol class="mt-1 flex flex-col" aria-live="polite">
      <li
        v-for="({ proposal, steps, outcome }, index) in found"
        :key="proposal.id"
        class="flex items-center gap-3 border-t border-rule py-1 text-sm first:border-t-0"
        :class="{ 'bg-panel': search.preview?.id === proposal.id }"
        :data-test="`proposal-${index}`"
        @pointerenter="search.preview = proposal"
        @pointerleave="search.preview = null"
        @focusin="search.preview = proposal"
        @focusout="search.preview = null"
      >
        <span class="w-16 shrink-0 text-right text-base whitespace-nowrap font-semibold">{{
          minutesWords(proposal.minutes)
        }}</span>
        <span class="min-w-0 grow">
          {{ steps.join('. ') || 'Leave everything as it is' }}.
          <span class="text-soft">{{ outcome }}</span>
        </span>
        <button
          class="press shrink-0"
          :disabled="steps.length === 0"
          data-test="take-proposal"
          @click="accept(proposal)"
        >
          {{ proposal.isReached ? 'Do it' : 'Apply anyway' }}
        </button>
      </li>
    </ol>
    <p v-if="found.length > 0" class="text-xs text-soft">
      Minutes are for one person who knows the room. Point at one to see it; undo takes it back.
    </p>
  </section>
</template>
