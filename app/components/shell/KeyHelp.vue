<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { Keyboard } from '@lucide/vue'

const isOpen = ref(false)

const KEYS = [
  ['Tab', 'next thing on the plan, the rail or the list'],
  ['Arrow keys', 'nudge what is chosen 5 cm; with Shift 1 cm; on a handle, aim or turn'],
  ['Space', 'choose the thing with the focus; with Shift as well as others'],
  ['Alt while dragging', 'let nothing pull it to lines'],
  ['[ and ]', 'turn what is chosen by five degrees'],
  ['Ctrl D, Delete', 'copy, take away what is chosen'],
  ['Arrow up and down on a rail marker', 'ask for a tenth of a stop more or less'],
  ['Enter', 'do what the verdict proposes; take a reading in the run'],
  ['Arrow keys on the map of evenness', 'from place to place; a figure begins a reading there'],
  ['Escape', 'leave an ask; let go of what is chosen'],
  ['Ctrl Z, Ctrl Shift Z', 'undo, redo'],
  ['?', 'this list'],
] as const

useEventListener('keydown', (event: KeyboardEvent) => {
  const isTyping = event.target instanceof HTMLElement && event.target.matches('input, textarea')
  if (event.key === '?' && !isTyping) isOpen.value = true
})
</script>

<template>
  <button
    class="press"
    aria-label="Keyboard"
    title="Keyboard (?)"
    @click="isOpen = true"
  >
    <Keyboard :size="16" />
  </button>
  <Dialog
    :open="isOpen"
    class="relative z-30"
    @close="isOpen = false"
  >
    <div
      class="fixed inset-0 bg-black/50"
      aria-hidden="true"
    />
    <div class="fixed inset-0 flex items-center justify-center p-4">
      <DialogPanel class="w-full max-w-xl rounded-sm border border-rule bg-panel p-6">
        <DialogTitle class="mb-4 text-lg font-semibold">
          Keyboard
        </DialogTitle>
        <dl class="grid grid-cols-[auto_1fr] gap-x-6 gap-y-2">
          <template
            v-for="[key, what] in KEYS"
            :key="key"
          >
            <dt class="font-semibold">
              {{ key }}
            </dt>
            <dd class="text-soft">
              {{ what }}
            </dd>
          </template>
        </dl>
        <button
          class="press mt-6"
          @click="isOpen = false"
        >
          Close
        </button>
      </DialogPanel>
    </div>
  </Dialog>
</template>
