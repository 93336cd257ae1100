<script setup lang="ts">
import type { Mend } from '#core/edits/fix'

/** What speaks up beside the tones: one line at rest, all of it when asked. */
const studio = useStudio()
const light = useLight()
const note = useChangeNote()
const isOpen = ref(false)

const problems = computed(() => light.findings.filter(({ kind }) => kind === 'problem'))
const cautions = computed(() => light.findings.filter(({ kind }) => kind === 'caution'))
const shown = computed(() => (isOpen.value ? light.findings : light.findings.slice(0, 1)))
const hasMore = computed(() => light.findings.length > 1 || light.findings.some(({ mends }) => mends.length > 1))

const moreWords = computed(() => {
  const others = light.findings.length - 1
  return others === 0
    ? 'Other ways'
    : `${others} more${cautions.value.length > 0 && problems.value.length > 0 ? ', with cautions' : ''}`
})

const mend = ({ apply }: Mend) => {
  note.mark()
  studio.edit(apply)
}
</script>

<template>
  <p v-if="light.isChecking" class="mt-1 ml-11 h-7 text-sm text-soft">Checking what else there is…</p>
  <ul
    v-else-if="light.findings.length > 0"
    class="mt-1 ml-11 flex max-h-64 flex-col gap-1 overflow-y-auto"
    aria-label="What else there is to see to"
    :data-problems="problems.length"
    data-test="findings"
  >
    <li
      v-for="(finding, index) in shown"
      :key="finding.id"
      class="flex flex-wrap items-center gap-x-3 gap-y-1 text-sm"
      :data-test="`finding-${finding.id}`"
    >
      <span class="min-w-0">
        <strong v-if="finding.kind === 'caution'" class="font-semibold">Take care: </strong>{{ finding.words }}
      </span>
      <button
        v-for="one in isOpen ? finding.mends : finding.mends.slice(0, 1)"
        :key="one.words"
        class="press"
        data-test="mend"
        @click="mend(one)"
      >
        {{ one.words }}
      </button>
      <button
        v-if="index === shown.length - 1 && hasMore"
        class="text-soft underline underline-offset-2"
        :aria-expanded="isOpen"
        data-test="more-findings"
        @click="isOpen = !isOpen"
      >
        {{ isOpen ? 'Less' : moreWords }}
      </button>
    </li>
  </ul>
</template>
