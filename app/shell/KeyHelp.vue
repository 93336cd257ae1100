<script setup lang="ts">
import { ref } from 'vue'
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { Keyboard } from '@lucide/vue'
import { COMMANDS, LOCAL_KEYS } from '~/commands/table'
import { useCommands } from '~/commands/useCommands'

const isOpen = ref(false)

useCommands({
  help: () => {
    isOpen.value = true
  },
})
</script>

<template>
  <button class="press" aria-label="Keyboard" title="Keyboard (?)" @click="isOpen = true">
    <Keyboard :size="16" />
  </button>
  <Dialog :open="isOpen" class="relative z-30" @close="isOpen = false">
    <div class="fixed inset-0 bg-black/50" aria-hidden="true" />
    <div class="fixed inset-0 flex items-center justify-center p-4">
      <DialogPanel class="w-full max-w-xl rounded-sm border border-rule bg-panel p-6">
        <DialogTitle class="mb-4 text-lg font-semibold"> Keyboard </DialogTitle>
        <dl class="grid max-h-[70vh] grid-cols-[auto_1fr] gap-x-6 gap-y-2 overflow-y-auto">
          <template v-for="{ shown, words } in [...COMMANDS, ...LOCAL_KEYS]" :key="shown">
            <dt class="font-semibold">
              {{ shown }}
            </dt>
            <dd class="text-soft">
              {{ words }}
            </dd>
          </template>
        </dl>
        <button class="press mt-6" @click="isOpen = false">Close</button>
      </DialogPanel>
    </div>
  </Dialog>
</template>
