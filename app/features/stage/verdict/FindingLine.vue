<script setup lang="ts">
import { useFixes } from '~/shared/useFixes'
import { useLight } from '~/stores/light'
import { useDrawer } from '~/features/stage/drawer/useDrawer'
import { useSpotlight } from '~/features/stage/useSpotlight'
import { computed } from 'vue'
import { concernsOf } from '#core/checks/finding'

/** The finding that counts most, in one line, with what mends it and the way to the others. */
const light = useLight()
const { page, toggle } = useDrawer()
const { light: lightUp, dim } = useSpotlight()
const { findingWords, fixWords, mend } = useFixes()

const first = computed(() => light.findings[0])
const fix = computed(() => first.value?.fixes[0])
const problems = computed(() => light.findings.filter(({ kind }) => kind === 'problem').length)
const moreWords = computed(() => {
  const others = light.findings.length - 1
  const hasCautions = problems.value > 0 && light.findings.some(({ kind }) => kind === 'caution')
  return others === 0 ? 'Other ways' : `${others} more${hasCautions ? ', with cautions' : ''}`
})
const hasMore = computed(() => light.findings.length > 1 || (first.value?.fixes.length ?? 0) > 1)
</script>

<template>
  <p v-if="light.isChecking" class="truncate text-sm text-soft">Checking what else there is…</p>
  <p
    v-else-if="first"
    class="flex items-center gap-x-3 text-sm"
    :data-problems="problems"
    data-test="findings"
    @pointerenter="lightUp(concernsOf(first))"
    @pointerleave="dim"
  >
    <span class="flex min-w-0 items-center gap-x-3" :data-test="`finding-${first.id}`">
      <span class="min-w-0 truncate" :title="findingWords(first)">
        <strong v-if="first.kind === 'caution'" class="font-semibold">Take care: </strong>{{ findingWords(first) }}
      </span>
      <button
        v-if="fix"
        class="press max-w-1/2 min-w-0 truncate py-0!"
        :class="{ 'max-sm:hidden': hasMore }"
        data-test="mend"
        @click="mend(fix)"
      >
        {{ fixWords(fix) }}
      </button>
    </span>
    <button
      v-if="hasMore"
      class="shrink-0 text-soft underline underline-offset-2"
      :aria-expanded="page === 'findings'"
      data-test="more-findings"
      @click="toggle('findings')"
    >
      {{ moreWords }}
    </button>
  </p>
</template>
