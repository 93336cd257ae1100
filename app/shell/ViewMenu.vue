<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { ChevronDown } from '@lucide/vue'
import { NuxtLink } from '#components'

type View = { to: string; name: string }

/** The views where the bar has no room for all of their names: the present one, and the others behind a press. */
defineProps<{ views: readonly View[]; here?: View }>()
</script>

<template>
  <Menu as="nav" class="relative" aria-label="Views">
    <MenuButton class="press flex h-9 items-center gap-1 font-semibold" data-test="views">
      {{ here?.name ?? 'Views' }} <ChevronDown :size="14" />
    </MenuButton>
    <MenuItems
      class="absolute left-0 z-40 mt-1 grid w-72 grid-cols-2 rounded-sm border border-rule bg-panel p-1 outline-none"
    >
      <MenuItem v-for="view in views" :key="view.to" v-slot="{ active, close }">
        <NuxtLink
          :to="view.to"
          class="flex h-11 items-center rounded-sm px-3"
          :class="[{ 'bg-ink text-ground': active }, { 'font-semibold': view.to === here?.to }]"
          @click="close"
        >
          {{ view.name }}
        </NuxtLink>
      </MenuItem>
    </MenuItems>
  </Menu>
</template>
