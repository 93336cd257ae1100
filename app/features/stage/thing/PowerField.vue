<script setup lang="ts">
import { computed } from 'vue'
import TypedField from '~/ui/TypedField.vue'
import { useLightSetting } from '~/features/stage/lights/useLightSetting'
import type { Light } from '#core/model/schema'
import { formatDial, formatPower, parsePower } from '#wording/notation/power'

/** The power of a light as it is written on lamps and dimmers: stops, a share of full, percent, tubes that are on. */
const props = defineProps<{ light: Light }>()
const { setting, setPower } = useLightSetting(() => props.light)
const shown = computed(() => formatPower(setting.value.powerStops, props.light.lamp))

const take = (text: string): string | undefined => {
  if (text.trim() === shown.value) return undefined
  const outcome = parsePower(text)
  if (!outcome.ok) return `${outcome.message}. It is still ${shown.value}.`
  const { rangeStops, clickStops } = props.light.lamp
  if (outcome.value < -rangeStops - clickStops / 2)
    return `"${text.trim()}" is less than this lamp can be turned down to, ${formatDial(-rangeStops, clickStops)}. It is still ${shown.value}.`
  setPower(outcome.value)
  return undefined
}
</script>

<template>
  <TypedField
    label="Power"
    :shown="shown"
    :take="take"
    :class="light.lamp.kind === 'continuous' ? 'w-28' : 'w-16'"
    title="Stops below full (-1.3), a share of full (1/4; 3/4 for three tubes of four) or percent (25 %)"
    test-name="power"
  />
</template>
