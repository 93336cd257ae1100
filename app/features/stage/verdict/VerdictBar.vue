<script setup lang="ts">
import { useAsk } from '~/shared/useAsk'
import { useChangeNote } from '~/shared/useChangeNote'
import { useHeld } from '~/shared/useHeld'
import { useLight } from '~/stores/light'
import { useSearch } from '~/stores/search'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import FindingLine from '~/features/stage/verdict/FindingLine.vue'
import KeepButton from '~/shared/KeepButton.vue'
import SolveProgress from '~/features/stage/verdict/SolveProgress.vue'
import SpokenVerdict from '~/features/stage/verdict/SpokenVerdict.vue'
import VerdictMark from '~/shared/VerdictMark.vue'
import { useCommands } from '~/commands/useCommands'
import { useDrawer } from '~/features/stage/drawer/useDrawer'

const studio = useStudio()
const light = useLight()
const search = useSearch()
const { accept, dismiss } = useAsk()
const note = useChangeNote()

const isAsking = computed(() => light.asked !== null)
// What is said is of the set as it stands, or greyed for a moment while that is worked out; what is done never is of
// an older one.
const { shown: verdict, isStale } = useHeld(() => light.verdict)
const canAct = computed(
  () => isAsking.value || (verdict.value?.mend !== undefined && verdict.value.state !== 'on-target'),
)
const action = computed(() => {
  if (verdict.value?.state === 'short') return verdict.value.mend ? 'Get as close as possible' : 'Keep as target'
  return verdict.value?.mend ? 'Do it' : 'Keep as target'
})
const hasOtherWays = computed(() => verdict.value?.state === 'mend' || verdict.value?.state === 'short')
const { page, toggle } = useDrawer()
/** Long words are set smaller: the bar keeps its height, and nothing of them is cut. */
const LONG_WORDS = 170
const isLong = computed(() => (verdict.value?.headline.length ?? 0) > LONG_WORDS)
/** What speaks up says more, with what to press; the detail stands in for it. */
const detail = computed(() =>
  !studio.isDragging &&
  !light.isChecking &&
  !search.proposals &&
  (isAsking.value || !light.findings.some(({ fixes }) => fixes.length > 0))
    ? verdict.value?.detail
    : undefined,
)

useCommands({
  cancel: () => {
    dismiss()
    studio.selectedIds = []
  },
  accept: () => canAct.value && !isStale.value && (accept(), true),
})
</script>

<template>
  <!-- Its height is the same whatever it says: nothing below it ever moves. What is longer scrolls in it. -->
  <section
    aria-label="Verdict"
    class="z-10 flex h-41 shrink-0 gap-x-4 gap-y-2 border-b border-rule bg-ground px-4 py-2 max-lg:sticky max-lg:top-0 max-sm:flex-col sm:h-32 sm:items-center lg:h-24 lg:py-0"
    data-test="verdict-bar"
  >
    <VerdictMark :verdict="verdict" class="max-sm:hidden" />
    <div
      class="flex max-h-full min-h-0 min-w-0 grow flex-col justify-center-safe overflow-y-auto"
      :class="{ 'opacity-60': isStale }"
      :aria-busy="isStale"
      :data-known="light.isKnown"
    >
      <p class="leading-snug font-medium" :class="isLong ? 'text-[15px]' : 'text-[17px]'" data-test="verdict">
        <span v-if="isAsking" class="text-accent">Asked: </span>{{ verdict?.headline ?? 'Working out the light…' }}
      </p>
      <p v-if="note.words.value" class="truncate text-sm text-accent" data-test="change-note">
        {{ note.words.value }}
      </p>
      <p
        v-if="detail"
        class="text-sm text-soft lg:truncate"
        :class="{ 'max-sm:hidden': note.words.value }"
        :title="detail"
        data-test="verdict-detail"
      >
        {{ detail }}
      </p>
      <SpokenVerdict />
      <SolveProgress />
      <FindingLine v-if="!isAsking && page !== 'findings'" />
    </div>
    <div class="flex h-11 shrink-0 gap-2 sm:h-auto sm:max-lg:max-w-1/2 sm:flex-wrap">
      <button v-if="canAct" class="press-main" :disabled="isStale" data-test="accept" title="Enter" @click="accept">
        {{ action }} <kbd class="ml-1 font-sans text-xs opacity-70 max-sm:hidden" aria-hidden="true">Enter</kbd>
      </button>
      <button v-if="hasOtherWays && page !== 'ways'" class="press" data-test="other-ways" @click="search.propose()">
        Other ways
      </button>
      <button v-if="isAsking" class="press" title="Escape" data-test="dismiss" @click="dismiss">Cancel</button>
      <KeepButton v-if="!isAsking" from="stage" class="hidden sm:block" />
      <button class="press" :aria-expanded="page === 'why'" data-test="why" @click="toggle('why')">Why</button>
    </div>
  </section>
</template>
