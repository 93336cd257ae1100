<script setup lang="ts">
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import RigBadge from '~/shell/RigBadge.vue'
import KeyHelp from '~/shell/KeyHelp.vue'
import SaveState from '~/shell/SaveState.vue'
import SetName from '~/shell/SetName.vue'
import SettingsMenu from '~/shell/SettingsMenu.vue'
import StepList from '~/shell/StepList.vue'
import ViewMenu from '~/shell/ViewMenu.vue'
import { NuxtLink } from '#components'
import { useRoute } from '#imports'
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
  { to: '/rig', name: 'Rig' },
  { to: '/logbook', name: 'Logbook' },
  { to: '/practice', name: 'Practice' },
  { to: '/sets', name: 'Sets' },
] as const
const route = useRoute()
const here = computed(() => VIEWS.find(({ to }) => (to === '/' ? route.path === '/' : route.path.startsWith(to))))
</script>

<template>
  <header class="flex items-center gap-x-3 border-b border-rule px-3 py-1.5">
    <NuxtLink to="/" class="text-base font-semibold tracking-tight whitespace-nowrap max-sm:hidden">
      Keen Tonal
    </NuxtLink>
    <nav class="hidden gap-x-1 min-[1180px]:flex" aria-label="Views">
      <NuxtLink
        v-for="view in VIEWS"
        :key="view.to"
        :to="view.to"
        class="rounded-sm px-1.5 py-1 text-soft hover:text-ink"
        :class="{ 'bg-panel font-semibold text-ink!': view === here }"
      >
        {{ view.name }}
      </NuxtLink>
    </nav>
    <ViewMenu :views="VIEWS" :here="here" class="min-[1180px]:hidden" />
    <SetName class="min-w-0 grow" />
    <RigBadge />
    <SaveState class="shrink-0 whitespace-nowrap max-sm:max-w-24 max-sm:truncate" />
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
      <StepList class="max-sm:hidden" />
      <SettingsMenu />
      <span class="max-sm:hidden"><KeyHelp /></span>
    </div>
  </header>
</template>
