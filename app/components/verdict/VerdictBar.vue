<script setup lang="ts">
import { useCommands } from '~/commands/useCommands'

const studio = useStudio()
const light = useLight()
const search = useSearch()
const { accept, dismiss } = useAsk()
const note = useChangeNote()

const isAsking = computed(() => light.asked !== null)
const canAct = computed(() => isAsking.value || (light.verdict?.mend !== undefined && light.verdict.state !== 'on-target'))
const action = computed(() => {
  if (light.verdict?.state === 'short') return light.verdict.mend ? 'Go as near as power can' : 'Keep as target'
  return light.verdict?.mend ? 'Do it' : 'Keep as target'
})
const hasOtherWays = computed(() => light.verdict?.state === 'mend' || light.verdict?.state === 'short')
const isOpen = ref(false)
/** What speaks up says more, with what to press; the detail stands in for it. */
const detail = computed(() => !studio.isDragging && !search.proposals && (isAsking.value || !light.findings.some(({ mends }) => mends.length > 0)) ? light.verdict?.detail : undefined)

useCommands({
  cancel: () => {
    dismiss()
    studio.selectedIds = []
  },
  accept: () => canAct.value && (accept(), true),
})
</script>

<template>
  <section
    aria-label="Verdict"
    class="flex min-h-28 shrink-0 flex-col justify-center border-b border-rule px-4 py-2"
  >
    <div class="flex flex-wrap items-center gap-x-4 gap-y-2 lg:flex-nowrap">
      <VerdictMark :verdict="light.verdict" />
      <div
        class="min-w-0 grow basis-72"
        aria-live="polite"
      >
        <p
          class="lg:line-clamp-3 text-[19px] leading-snug font-medium"
          data-test="verdict"
        >
          <span
            v-if="isAsking"
            class="text-accent"
          >Asked: </span>{{ light.verdict?.headline ?? 'Working out the light…' }}
        </p>
        <p
          v-if="note.words.value"
          class="mt-0.5 text-accent"
          data-test="change-note"
        >
          {{ note.words.value }}
        </p>
        <p
          v-if="detail"
          class="mt-0.5 text-soft lg:line-clamp-2"
          data-test="verdict-detail"
        >
          {{ detail }}
        </p>
      </div>
      <div class="flex shrink-0 gap-2">
        <button
          v-if="canAct"
          class="press-main"
          data-test="accept"
          title="Enter"
          @click="accept"
        >
          {{ action }}
        </button>
        <button
          v-if="hasOtherWays && !search.proposals"
          class="press"
          data-test="other-ways"
          @click="search.propose()"
        >
          Other ways
        </button>
        <button
          v-if="isAsking"
          class="press"
          title="Escape"
          data-test="dismiss"
          @click="dismiss"
        >
          Leave it
        </button>
        <button
          class="press"
          :aria-expanded="isOpen"
          data-test="why"
          @click="isOpen = !isOpen"
        >
          Why
        </button>
      </div>
    </div>
    <ProposalList v-if="search.proposals" />
    <FindingList v-else-if="!isAsking" />
    <SolveProgress />
    <template v-if="isOpen">
      <WhyTable />
      <BounceTable />
    </template>
  </section>
</template>
