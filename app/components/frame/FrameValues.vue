<script setup lang="ts">
import { responseOf } from '#core/camera/response'
import type { Frame } from '#core/set/schema'
import { stopsFromRatio } from '#core/units/stops'
import { formatStops } from '#core/units/fractions'

const props = defineProps<{ frame: Frame }>()
const studio = useStudio()
const light = useLight()

const rows = computed(() => light.points.flatMap((point) => {
  const value = props.frame.values[point.id]
  if (value === undefined) return []
  const target = light.targets[point.id]
  const response = responseOf(studio.document.camera)
  const off = target?.kind === 'value'
    ? stopsFromRatio(response.linearFromValue(value) / response.linearFromValue(target.value))
    : undefined
  return [{ id: point.id, name: point.name.replace('Backdrop ', ''), value: Math.round(value), wanted: target?.kind === 'value' ? Math.round(target.value) : undefined, off }]
}))
</script>

<template>
  <div data-test="frame-values">
    <p class="mb-1 text-xs text-soft">
      Measured in the bench frame
    </p>
    <dl class="grid grid-cols-[1fr_auto_auto] items-baseline gap-x-3">
      <template
        v-for="row in rows"
        :key="row.id"
      >
        <dt class="text-soft">
          {{ row.name }}
        </dt>
        <dd
          class="text-right text-xl font-semibold"
          :data-test="`frame-${row.id}`"
          :data-off="row.off?.toFixed(3)"
        >
          {{ row.value }}
        </dd>
        <dd class="w-12 text-right text-sm">
          {{ row.off === undefined ? '' : formatStops(row.off) }}
        </dd>
      </template>
    </dl>
    <p class="mt-1 text-xs text-soft">
      and stops from target. The bench is a simulated studio, not yours.
    </p>
  </div>
</template>
