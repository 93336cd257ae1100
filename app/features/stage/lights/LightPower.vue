<script setup lang="ts">
import { useLight } from '~/stores/light'
import { useLightSetting } from '~/features/stage/lights/useLightSetting'
import { computed } from 'vue'
import { Minus, Plus } from '@lucide/vue'
import { Switch } from '@headlessui/vue'
import type { Light } from '#core/model/schema'
import { formatDial, formatPercent } from '#wording/notation/power'

/** A light on or off, and its power in its own clicks. */
const props = defineProps<{ light: Light; isSmall?: boolean }>()
const lightStore = useLight()
const { setting, change, setPower } = useLightSetting(() => props.light)

const shown = computed(() => lightStore.shownSettings[props.light.id] ?? setting.value)
const isAsked = computed(
  () => shown.value.on !== setting.value.on || shown.value.powerStops !== setting.value.powerStops,
)
const dial = computed(() => (shown.value.on ? formatDial(shown.value.powerStops, props.light.lamp.clickStops) : 'off'))
const percent = computed(() =>
  shown.value.on && props.light.lamp.kind === 'continuous' ? formatPercent(shown.value.powerStops) : undefined,
)
const turn = (clicks: number) => setPower(setting.value.powerStops + clicks * props.light.lamp.clickStops)
</script>

<template>
  <div class="flex items-center justify-between gap-x-2">
    <Switch
      :model-value="setting.on"
      class="h-7 w-10 shrink-0 rounded-sm border border-rule text-xs font-semibold max-lg:h-11 max-lg:w-14"
      :class="setting.on ? 'bg-ink text-ground' : 'bg-well text-soft'"
      :aria-label="`Light ${light.name} on`"
      :data-test="`switch-${light.id}`"
      @update:model-value="change({ on: $event })"
    >
      {{ setting.on ? 'on' : 'off' }}
    </Switch>
    <div class="flex items-center">
      <button
        class="press h-7 px-2! max-lg:h-11 max-lg:w-14"
        :aria-label="`Light ${light.name} one click down`"
        :disabled="setting.powerStops <= -light.lamp.rangeStops"
        @click="turn(-1)"
      >
        <Minus :size="14" class="mx-auto" />
      </button>
      <span
        class="text-center font-semibold"
        :class="[isSmall ? 'w-12 text-base' : 'w-16 text-xl', { 'text-accent': isAsked }]"
        :data-test="`power-${light.id}`"
        :aria-label="`Power of ${light.name}, stops below full`"
        :title="percent"
        >{{ dial }}</span
      >
      <button
        class="press h-7 px-2! max-lg:h-11 max-lg:w-14"
        :aria-label="`Light ${light.name} one click up`"
        :disabled="setting.powerStops >= 0"
        @click="turn(1)"
      >
        <Plus :size="14" class="mx-auto" />
      </button>
    </div>
  </div>
</template>
