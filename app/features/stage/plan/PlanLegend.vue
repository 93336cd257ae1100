<script setup lang="ts">
import { ref } from 'vue'
import { useCommands } from '~/commands/useCommands'

/** What the drawings mean, shown and taken away by one key. */
const isShown = ref(false)
useCommands({
  legend: () => {
    isShown.value = !isShown.value
  },
  cancel: () => isShown.value && ((isShown.value = false), true),
})
type Mark = { words: string; path: string; look: string; dash?: string }
const MARKS: readonly Mark[] = [
  {
    words: 'light: its front, bright while on, and its body',
    path: 'M4 5 L16 2 M4 5 L16 14 L16 2 Z',
    look: 'fill-soft stroke-ink',
  },
  { words: 'backdrop, in the tone that it renders', path: 'M3 2 h14 v4 h-14 z', look: 'fill-ink stroke-ink' },
  { words: 'what the camera sees', path: 'M2 3 L18 8 L2 13', look: 'fill-none stroke-soft', dash: '1 4' },
  { words: 'tape, from front to face or from head to backdrop', path: 'M2 8 H18', look: 'fill-none stroke-accent' },
  {
    words: 'aim of the light that is chosen',
    path: 'M10 1 v5 M10 10 v5 M2 8 h5 M13 8 h5',
    look: 'fill-none stroke-accent',
  },
  { words: 'board or flag, each side in its own tone', path: 'M3 4 L17 12', look: 'fill-none stroke-soft stroke-4' },
  { words: 'over heads: a frame that hangs', path: 'M3 3 h14 v10 h-14 z', look: 'fill-none stroke-soft', dash: '4 3' },
  {
    words: 'place that is read, and which way the meter looks',
    path: 'M10 1 V15 M6 11 L10 15 L14 11 M4 4 H16',
    look: 'fill-none stroke-ink',
  },
  {
    words: 'otherwise than in the look before',
    path: 'M10 2 a6 6 0 1 1 -0.1 0',
    look: 'fill-none stroke-accent',
    dash: '3 3',
  },
  { words: 'locked in place', path: 'M6 7 h8 v7 h-8 z M8 7 v-2 a2 2 0 0 1 4 0 v2', look: 'fill-none stroke-soft' },
]
</script>

<template>
  <ul
    v-if="isShown"
    aria-label="What the drawings mean"
    class="absolute bottom-2 left-2 z-10 max-w-[calc(100%-1rem)] border border-rule bg-panel/95 px-3 py-2 text-sm"
    data-test="legend"
  >
    <li v-for="mark in MARKS" :key="mark.words" class="flex items-center gap-2 py-0.5">
      <svg width="20" height="16" class="shrink-0" aria-hidden="true">
        <path :d="mark.path" :class="mark.look" stroke-width="2" :stroke-dasharray="mark.dash" />
      </svg>
      {{ mark.words }}
    </li>
    <li class="pt-1 text-soft">A chosen light lays its own tone on floor and backdrop. L takes this away.</li>
  </ul>
</template>
