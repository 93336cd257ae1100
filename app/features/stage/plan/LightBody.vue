<script setup lang="ts">
import { courseOn, type PlanMap } from '~/features/stage/plan/planMap'
import type { LightOutline } from '#core/scene/lightOutlines'

/** A light to scale as it is drawn on the plan and from the side: its stand, its body, its front, its barn doors. */
defineProps<{ map: PlanMap; outline: LightOutline; isOn: boolean; isSelected: boolean }>()
</script>

<template>
  <g stroke-linejoin="round" stroke-linecap="round">
    <path
      v-for="(part, index) in outline.stand"
      :key="`stand-${index}`"
      :d="courseOn(map, part)"
      class="pointer-events-none stroke-rule stroke-2"
    />
    <path
      :d="courseOn(map, outline.body, true)"
      stroke-width="1.5"
      :class="[isSelected ? 'fill-accent stroke-accent' : isOn ? 'fill-soft stroke-soft' : 'fill-panel stroke-soft']"
      data-test="body-of-light"
    />
    <path
      :d="courseOn(map, outline.front, true)"
      :stroke-width="isOn ? 4 : 1.5"
      :class="isOn ? 'fill-ink stroke-ink' : 'fill-panel stroke-soft'"
    />
    <path v-for="(leaf, index) in outline.leaves" :key="index" :d="courseOn(map, leaf)" class="stroke-ink stroke-2" />
  </g>
</template>
