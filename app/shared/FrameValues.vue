<script setup lang="ts">
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import { framePointTones } from '#core/testFrames/frameVerdict'
import type { Frame } from '#core/model/schema'
import { formatStops } from '#wording/notation/stops'

const props = defineProps<{ frame: Frame }>()
const studio = useStudio()
const light = useLight()

/** What was asked for, where something was; else every point that the frame shows. */
const rows = computed(() => {
  const tones = framePointTones(
    studio.document,
    { ...studio.look, targets: light.targets },
    light.points,
    props.frame.values,
  )
  const asked = tones.filter(({ offStops }) => offStops !== undefined)
  return (asked.length > 0 ? asked : tones).map(({ point, value, offStops }) => ({
    id: point.id,
    name: point.name.replace('Backdrop ', ''),
    value: Math.round(value),
    off: offStops,
  }))
})
</script>

<template>
  <div data-test="frame-values">
    <p class="mb-1 text-xs text-soft">Measured in the simulated test shot</p>
    <dl class="grid grid-cols-[1fr_auto_auto] items-baseline gap-x-3">
      <template v-for="row in rows" :key="row.id">
        <dt class="text-soft">
          {{ row.name }}
        </dt>
        <dd class="text-right text-xl font-semibold" :data-test="`frame-${row.id}`" :data-off="row.off?.toFixed(3)">
          {{ row.value }}
        </dd>
        <dd class="w-12 text-right text-sm">
          {{ row.off === undefined ? '' : formatStops(row.off) }}
        </dd>
      </template>
    </dl>
    <p class="mt-1 text-xs text-soft">and stops from target. The simulator is a studio of its own, not yours.</p>
  </div>
</template>
