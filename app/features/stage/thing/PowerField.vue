<script setup lang="ts">
import { computed, nextTick, useId } from 'vue'
import FieldProblem from '~/ui/FieldProblem.vue'
import { useRefusal } from '~/ui/refusals'
import { useLightSetting } from '~/features/stage/lights/useLightSetting'
import type { Light } from '#core/model/schema'
import { formatDial, formatPower, parsePower } from '#wording/notation/power'

/** The power of a light as it is written on lamps and dimmers: stops, a share of full, percent, tubes that are on. */
const props = defineProps<{ light: Light }>()
const { setting, setPower } = useLightSetting(() => props.light)
const { words: problem, attempt, refuse } = useRefusal()
const id = useId()
const shown = computed(() => formatPower(setting.value.powerStops, props.light.lamp))

const commit = (event: Event) => {
  const field = event.target as HTMLInputElement
  if (field.value.trim() === shown.value) return
  const outcome = parsePower(field.value)
  const { rangeStops, clickStops } = props.light.lamp
  if (!outcome.ok) refuse(`${outcome.message}. It is still ${shown.value}.`)
  else if (outcome.value < -rangeStops - clickStops / 2)
    refuse(
      `"${field.value.trim()}" is less than this lamp can be turned down to, ${formatDial(-rangeStops, clickStops)}. It is still ${shown.value}.`,
    )
  else attempt(() => setPower(outcome.value))
  void nextTick(() => {
    field.value = shown.value
  })
}
</script>

<template>
  <div class="relative">
    <label :for="id" class="block text-xs text-soft">Power</label>
    <input
      :id="id"
      :value="shown"
      class="h-8 rounded-sm border border-rule bg-well px-2 py-1"
      :class="light.lamp.kind === 'continuous' ? 'w-28' : 'w-16'"
      title="Stops below full (-1.3), a share of full (1/4; 3/4 for three tubes of four) or percent (25 %)"
      data-test="power"
      :aria-invalid="problem !== ''"
      :aria-describedby="problem ? `${id}-problem` : undefined"
      @change="commit"
      @focus="($event.target as HTMLInputElement).select()"
    />
    <FieldProblem :id="`${id}-problem`" :words="problem" />
  </div>
</template>
