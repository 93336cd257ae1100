<script setup lang="ts">
import { useAdding } from '~/features/stage/plan/useAdding'
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { Plus } from '@lucide/vue'

const { choices, add } = useAdding()
</script>

<template>
  <Menu as="div" class="relative">
    <MenuButton class="press flex items-center gap-1.5" data-test="add"> <Plus :size="14" /> Add </MenuButton>
    <MenuItems
      class="absolute left-0 z-20 mt-1 max-h-112 w-64 overflow-y-auto rounded-sm border border-rule bg-panel py-1 outline-none"
    >
      <template v-for="group in choices" :key="group.name">
        <p class="px-3 pt-2 text-xs text-soft">
          {{ group.name }}
        </p>
        <MenuItem v-for="choice in group.choices" :key="choice.id" v-slot="{ active }">
          <button
            class="block w-full px-3 py-1 text-left"
            :class="{ 'bg-ink text-ground': active }"
            :data-test="`add-${choice.id}`"
            @click="add(choice.id)"
          >
            {{ choice.name }}
          </button>
        </MenuItem>
      </template>
    </MenuItems>
  </Menu>
</template>
