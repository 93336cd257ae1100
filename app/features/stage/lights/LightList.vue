<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useStudio } from '~/stores/studio'
import LightRow from '~/features/stage/lights/LightRow.vue'

const studio = useStudio()
const list = useTemplateRef('list')
const { width } = useElementSize(list)

/** What a light takes beside another, pixels, and on a screen narrower than this each has a line of its own. */
const LIGHT_PX = 208
const NARROW_PX = 420
const columns = computed(() => Math.max(1, Math.floor(width.value / LIGHT_PX)))
/** Few lights share the whole width. */
const side = computed(() =>
  width.value > NARROW_PX ? Math.max(1, Math.min(columns.value, studio.document.lights.length)) : 1,
)
/** More lights than stand side by side show less of each. */
const isCompact = computed(() => width.value > NARROW_PX && studio.document.lights.length > columns.value)
</script>

<template>
  <section aria-label="Lights" class="overflow-y-auto">
    <ul ref="list" class="grid" :style="{ gridTemplateColumns: `repeat(${side}, minmax(0, 1fr))` }">
      <LightRow v-for="light in studio.document.lights" :key="light.id" :light="light" :is-compact="isCompact" />
    </ul>
    <p v-if="studio.document.lights.length === 0" class="mt-2 text-soft">
      This set has no lights yet: Add, over the plan, stands one where it is of use.
    </p>
  </section>
</template>
