<script setup lang="ts">
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import { History } from '@lucide/vue'

/** What was done to the open set, newest first: a press goes back to just after any of it, or forth again. */
const studio = useStudio()
const MOST_SHOWN = 40

const steps = computed(() => {
  const { steps: all, done } = studio.history
  return all
    .map(({ id, name }, index) => ({ id, name, after: index + 1, isDone: index < done, isNow: index + 1 === done }))
    .toReversed()
    .slice(0, MOST_SHOWN)
})
const first = computed(() => studio.history.steps.length <= MOST_SHOWN)
const go = (after: number) => {
  while (studio.history.done > after && studio.undo());
  while (studio.history.done < after && studio.redo());
}
</script>

<template>
  <Popover class="relative">
    <PopoverButton
      class="press h-full"
      aria-label="What was done"
      title="What was done"
      :disabled="studio.history.steps.length === 0"
      data-test="steps"
    >
      <History :size="16" />
    </PopoverButton>
    <PopoverPanel
      class="absolute right-0 z-20 mt-1 max-h-[70vh] w-72 overflow-y-auto rounded-sm border border-rule bg-panel p-2"
    >
      <h2 class="px-2 py-1 text-sm text-soft">What was done, newest first</h2>
      <ol>
        <li v-for="step in steps" :key="step.id">
          <button
            class="w-full rounded-sm px-2 py-1.5 text-left hover:bg-well"
            :class="{ 'text-soft line-through': !step.isDone, 'font-semibold': step.isNow }"
            :aria-current="step.isNow ? 'step' : undefined"
            :aria-label="step.isDone ? `${step.name}: back to just after it` : `${step.name}, taken back: do it again`"
            data-test="step"
            @click="go(step.after)"
          >
            {{ step.name }}
          </button>
        </li>
        <li v-if="first">
          <button class="w-full rounded-sm px-2 py-1.5 text-left hover:bg-well" data-test="step-first" @click="go(0)">
            Before all of these
          </button>
        </li>
      </ol>
    </PopoverPanel>
  </Popover>
</template>
