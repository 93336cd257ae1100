<script setup lang="ts">
import { useAsk } from '~/shared/useAsk'
import { useChangeNote } from '~/shared/useChangeNote'
import { useHeld } from '~/shared/useHeld'
import { useLight } from '~/stores/light'
import { useSearch } from '~/stores/search'
import { useStudio } from '~/stores/studio'
import { computed, ref } from 'vue'
import BounceTable from '~/features/stage/verdict/BounceTable.vue'
import FindingList from '~/features/stage/verdict/FindingList.vue'
import KeepButton from '~/shared/KeepButton.vue'
import ProposalList from '~/shared/ProposalList.vue'
import SolveProgress from '~/features/stage/verdict/SolveProgress.vue'
import VerdictMark from '~/shared/VerdictMark.vue'
import WhyTable from '~/features/stage/verdict/WhyTable.vue'
import { useCommands } from '~/commands/useCommands'

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
const isOpen = ref(false)
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
    if (isOpen.value) {
      isOpen.value = false
      return
    }
    dismiss()
    studio.selectedIds = []
  },
  accept: () => canAct.value && !isStale.value && (accept(), true),
})
</script>

<template>
  <section
    aria-label="Verdict"
    class="relative flex min-h-28 shrink-0 flex-col justify-center border-b border-rule px-4 py-2"
  >
    <div class="flex flex-wrap items-center gap-x-4 gap-y-2 lg:flex-nowrap">
      <VerdictMark :verdict="verdict" />
      <div
        class="min-w-0 grow basis-72 lg:max-h-24 lg:overflow-y-auto"
        :class="{ 'opacity-60': isStale }"
        :aria-busy="isStale"
        :data-known="light.isKnown"
        aria-live="polite"
      >
        <p class="lg:line-clamp-3 text-[19px] leading-snug font-medium" data-test="verdict">
          <span v-if="isAsking" class="text-accent">Asked: </span>{{ verdict?.headline ?? 'Working out the light…' }}
        </p>
        <p v-if="note.words.value" class="mt-0.5 text-accent" data-test="change-note">
          {{ note.words.value }}
        </p>
        <p v-if="detail" class="mt-0.5 text-soft lg:line-clamp-2" data-test="verdict-detail">
          {{ detail }}
        </p>
      </div>
      <div class="flex shrink-0 gap-2">
        <button v-if="canAct" class="press-main" :disabled="isStale" data-test="accept" title="Enter" @click="accept">
          {{ action }} <kbd class="ml-1 font-sans text-xs opacity-70" aria-hidden="true">Enter</kbd>
        </button>
        <button v-if="hasOtherWays && !search.proposals" class="press" data-test="other-ways" @click="search.propose()">
          Other ways
        </button>
        <button v-if="isAsking" class="press" title="Escape" data-test="dismiss" @click="dismiss">Cancel</button>
        <KeepButton v-if="!isAsking" from="stage" class="hidden sm:block" />
        <button class="press" :aria-expanded="isOpen" data-test="why" @click="isOpen = !isOpen">Why</button>
      </div>
    </div>
    <ProposalList v-if="search.proposals" />
    <FindingList v-else-if="!isAsking" />
    <SolveProgress />
    <!-- Where there is room, Why lies over the panels: what it speaks of stays where it is. -->
    <div
      v-if="isOpen"
      class="lg:absolute lg:inset-x-0 lg:top-full lg:z-20 lg:max-h-[70vh] lg:overflow-y-auto lg:border-b lg:border-rule lg:bg-panel lg:px-4 lg:pb-4 lg:shadow-lg"
      data-test="why-drawer"
    >
      <WhyTable />
      <BounceTable />
    </div>
  </section>
</template>
