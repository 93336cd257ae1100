<script setup lang="ts">
import { useTapes } from '~/features/stage/plan/useTapes'
import { computed } from 'vue'
import { courseOn, type PlanMap } from '~/features/stage/plan/planMap'
import type { Vector } from '#core/physics/units/vector'

/** The tapes as lines; their lengths are written by PlanLabels. */
const props = defineProps<{ map: PlanMap; isSide?: boolean }>()
const { tapes } = useTapes(() => props.isSide)
const flat = ([x, y, z]: Vector) => [y, props.isSide ? z : x] as const
const lines = computed(() =>
  tapes.value.map(({ id, from, to }) => ({ id, path: courseOn(props.map, [flat(from), flat(to)]) })),
)
</script>

<template>
  <path
    v-for="line in lines"
    :key="line.id"
    :d="line.path"
    class="pointer-events-none stroke-accent"
    stroke-width="1.5"
  />
</template>
