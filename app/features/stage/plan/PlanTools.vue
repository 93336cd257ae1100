<script setup lang="ts">
import { usePlanView } from '~/features/stage/plan/usePlanView'
import { useStudio } from '~/stores/studio'
import { useId } from 'vue'
import AddMenu from '~/features/stage/plan/AddMenu.vue'
import ChoiceRow from '~/ui/ChoiceRow.vue'
import { Maximize, ZoomIn, ZoomOut } from '@lucide/vue'

defineEmits<{ closer: []; further: []; whole: [] }>()
const studio = useStudio()
const { shows, contours } = usePlanView()
const id = useId()
const VIEWS = [
  { value: 'plan', name: 'Plan' },
  { value: 'side', name: 'Side' },
  { value: 'both', name: 'Both' },
] as const
</script>

<template>
  <div class="hidden flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule px-3 py-1.5 text-sm sm:flex">
    <AddMenu />
    <ChoiceRow
      label="View"
      hide-label
      class="shrink-0 flex-nowrap!"
      :value="shows"
      :choices="VIEWS"
      @choose="shows = $event"
    />
    <div class="flex items-center gap-1.5">
      <label :for="id" class="text-soft">Floor</label>
      <select
        :id="id"
        v-model="contours"
        class="press max-w-32"
        aria-label="Stop contours on the floor"
        data-test="contour-choice"
      >
        <option value="none">no lines</option>
        <option value="all">all lights</option>
        <option v-for="light in studio.document.lights" :key="light.id" :value="light.id">
          {{ light.name }} {{ light.job }}
        </option>
      </select>
    </div>
    <div class="ml-auto flex gap-1">
      <button class="press" aria-label="Zoom in" data-test="zoom-in" @click="$emit('closer')">
        <ZoomIn :size="15" />
      </button>
      <button class="press" aria-label="Zoom out" @click="$emit('further')">
        <ZoomOut :size="15" />
      </button>
      <button class="press" aria-label="The whole room" @click="$emit('whole')">
        <Maximize :size="15" />
      </button>
    </div>
  </div>
</template>
