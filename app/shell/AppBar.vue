<script setup lang="ts">
import { useStudio } from '~/stores/studio'
import KeyHelp from '~/shell/KeyHelp.vue'
import SaveState from '~/shell/SaveState.vue'
import SetName from '~/shell/SetName.vue'
import SettingsMenu from '~/shell/SettingsMenu.vue'
import StepList from '~/shell/StepList.vue'
import { NuxtLink } from '#components'
import { Redo2, Undo2 } from '@lucide/vue'
import { useCommands, useKeys } from '~/commands/useCommands'

const studio = useStudio()

useKeys()
useCommands({ undo: () => studio.undo(), redo: () => studio.redo() })

const VIEWS = [
  { to: '/brief', name: 'Brief' },
  { to: '/kit', name: 'Kit' },
  { to: '/tones', name: 'Tones' },
  { to: '/', name: 'Stage' },
  { to: '/looks', name: 'Looks' },
  { to: '/explore', name: 'Explore' },
  { to: '/meter', name: 'Meter' },
  { to: '/frames', name: 'Frames' },
  { to: '/logbook', name: 'Logbook' },
  { to: '/sets', name: 'Sets' },
] as const
</script>

<template>
  <header class="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule px-3 py-1.5">
    <NuxtLink to="/" class="text-base font-semibold tracking-tight"> Keen Tonal </NuxtLink>
    <nav
      class="flex gap-x-1 max-sm:-mx-1 max-sm:w-full max-sm:gap-x-0 max-sm:overflow-x-auto max-sm:text-[13px] sm:flex-wrap"
      aria-label="Views"
    >
      <NuxtLink
        v-for="view in VIEWS"
        :key="view.to"
        :to="view.to"
        class="rounded-sm px-2 py-1 text-soft max-sm:px-0.5 hover:text-ink"
        :class="{
          'bg-panel font-semibold text-ink!': view.to === '/' ? $route.path === '/' : $route.path.startsWith(view.to),
        }"
      >
        {{ view.name }}
      </NuxtLink>
    </nav>
    <SetName class="hidden min-w-0 grow sm:block" />
    <SaveState class="grow sm:grow-0" />
    <div class="flex gap-1">
      <button
        class="press"
        :disabled="!studio.canUndo"
        aria-label="Undo"
        :title="studio.undoName ? `Undo: ${studio.undoName} (Ctrl Z)` : 'Nothing to undo'"
        @click="studio.undo()"
      >
        <Undo2 :size="16" />
      </button>
      <button
        class="press"
        :disabled="!studio.canRedo"
        aria-label="Redo"
        :title="studio.redoName ? `Redo: ${studio.redoName} (Ctrl Shift Z)` : 'Nothing to redo'"
        @click="studio.redo()"
      >
        <Redo2 :size="16" />
      </button>
      <StepList />
      <SettingsMenu />
      <KeyHelp />
    </div>
  </header>
</template>
