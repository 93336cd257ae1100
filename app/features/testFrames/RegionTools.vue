<script setup lang="ts">
import ChoiceRow from '~/ui/ChoiceRow.vue'
import { Brush, Lasso, Square, Undo2 } from '@lucide/vue'
import type { RegionEdit } from '#core/model/schema'

/** What is drawn, and what it stands for. */
defineProps<{ tool: RegionEdit['shape'] | null; region: RegionEdit['region']; count: number }>()
const emit = defineEmits<{
  tool: [tool: RegionEdit['shape'] | null]
  region: [region: RegionEdit['region']]
  back: []
  clear: []
}>()

const TOOLS = [
  { id: 'lasso', name: 'Lasso', icon: Lasso },
  { id: 'brush', name: 'Brush', icon: Brush },
  { id: 'box', name: 'Box', icon: Square },
] as const
const REGIONS = [
  { value: 'backdrop', name: 'Backdrop' },
  { value: 'subject', name: 'Subject' },
  { value: 'floor', name: 'Floor' },
] as const
</script>

<template>
  <div class="flex flex-wrap items-center gap-2">
    <ChoiceRow
      label="This is"
      :value="region"
      :choices="REGIONS"
      data-test="region-name"
      @choose="emit('region', $event)"
    />
    <button
      v-for="one in TOOLS"
      :key="one.id"
      class="press"
      :class="{ 'bg-ink! text-ground!': tool === one.id }"
      :aria-pressed="tool === one.id"
      :aria-label="one.name"
      :title="one.name"
      :data-test="`tool-${one.id}`"
      @click="emit('tool', tool === one.id ? null : one.id)"
    >
      <component :is="one.icon" :size="16" />
    </button>
    <button
      class="press"
      :disabled="count === 0"
      aria-label="Take the last stroke back"
      title="Take the last stroke back"
      data-test="region-back"
      @click="emit('back')"
    >
      <Undo2 :size="16" />
    </button>
    <button v-if="count > 0" class="text-sm text-soft underline" @click="emit('clear')">As found</button>
  </div>
</template>
