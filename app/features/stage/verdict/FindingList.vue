<script setup lang="ts">
import { useChangeNote } from '~/shared/useChangeNote'
import { useFixes } from '~/shared/useFixes'
import { useLight } from '~/stores/light'
import { computed, ref } from 'vue'
import type { Fix } from '#core/changes/fix'

/** What speaks up beside the tones: one line at rest, all of it when asked. */
const light = useLight()
const note = useChangeNote()
const isOpen = ref(false)

const problems = computed(() => light.findings.filter(({ kind }) => kind === 'problem'))
const cautions = computed(() => light.findings.filter(({ kind }) => kind === 'caution'))
const shown = computed(() => (isOpen.value ? light.findings : light.findings.slice(0, 1)))
const hasMore = computed(() => light.findings.length > 1 || light.findings.some(({ fixes }) => fixes.length > 1))

const moreWords = computed(() => {
  const others = light.findings.length - 1
  return others === 0
    ? 'Other ways'
    : `${others} more${cautions.value.length > 0 && problems.value.length > 0 ? ', with cautions' : ''}`
})

const { findingWords, fixWords, apply } = useFixes()
const mend = (fix: Fix) => {
  note.mark()
  apply(fix)
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
        <strong v-if="finding.kind === 'caution'" class="font-semibold">Take care: </strong>{{ findingWords(finding) }}
      </span>
      <button
        v-for="one in isOpen ? finding.fixes : finding.fixes.slice(0, 1)"
        :key="fixWords(one)"
        class="press"
        data-test="mend"
        @click="mend(one)"
      >
        {{ fixWords(one) }}
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
