<script setup lang="ts">
import { useChangeNote } from '~/shared/useChangeNote'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import { Minus, Plus } from '@lucide/vue'
import { Switch } from '@headlessui/vue'
import { changeSettings } from '#core/edits/edits'
import { BACKDROP_MIDDLE, KEY_SIDE } from '#core/model/placeIds'
import { pointOfLight } from '#core/evaluation/probes/points'
import type { Light, LightSetting } from '#core/model/schema'
import { onlyOn } from '#core/model/settings'
import { formatPower } from '#wording/lights'
import type { Readout } from '#core/evaluation/readout'
import { totalOf } from '#core/physics/transport/exposureAt'
import { formatFNumber } from '#wording/notation/aperture'
import { roundToClicks } from '#core/physics/units/stops'

const props = defineProps<{ light: Light }>()
const studio = useStudio()
const lightStore = useLight()
const note = useChangeNote()

const setting = computed(() => studio.look.lights[props.light.id]!)
const shown = computed(() => lightStore.shownSettings[props.light.id] ?? setting.value)
const isAsked = computed(
  () => shown.value.on !== setting.value.on || shown.value.powerStops !== setting.value.powerStops,
)
const click = computed(() => props.light.lamp.clickStops)

const change = (changes: Partial<LightSetting>) => {
  note.mark()
  studio.edit(set => changeSettings(set, studio.look.id, { [props.light.id]: { ...setting.value, ...changes } }))
}
const turn = (clicks: number) => {
  const wanted = roundToClicks(setting.value.powerStops + clicks * click.value, click.value)
  change({ powerStops: Math.min(0, Math.max(-props.light.lamp.rangeStops, wanted)) })
}

const alone = computed(() => {
  const { evaluation, points } = lightStore
  if (!evaluation || !shown.value.on) return undefined
  const settings = onlyOn({ ...studio.look, lights: lightStore.shownSettings }, [props.light.id])
  return evaluation.under(settings).read(pointOfLight(props.light, points))
})

const shareOf = (readout: Readout | undefined): string => {
  const own = readout?.parts.find(part => part.lightId === props.light.id)
  const whole = readout ? totalOf(readout.parts) : 0
  return whole > 0 ? `${Math.round((100 * ((own?.directLuxS ?? 0) + (own?.bouncedLuxS ?? 0))) / whole)} %` : '–'
}
const at = (pointId: string) =>
  (lightStore.ghosts.length > 0 ? lightStore.ghosts : lightStore.readouts).find(readout => readout.point.id === pointId)
</script>

<template>
  <li class="grid grid-cols-[1fr_auto_auto] items-center gap-x-4 py-2" :data-test="`light-${light.id}`">
    <button
      class="min-w-0 truncate text-left text-base"
      :class="{ 'text-accent': studio.selectedId === light.id }"
      @click="studio.selectedId = light.id"
    >
      <strong>{{ light.name }}</strong> <span class="text-soft">{{ light.job }}</span>
    </button>
    <Switch
      :model-value="setting.on"
      class="h-7 w-10 rounded-sm border border-rule text-xs font-semibold"
      :class="setting.on ? 'bg-ink text-ground' : 'bg-well text-soft'"
      :aria-label="`Light ${light.name} on`"
      :data-test="`switch-${light.id}`"
      @update:model-value="change({ on: $event })"
    >
      {{ setting.on ? 'on' : 'off' }}
    </Switch>
    <div class="flex items-center">
      <button
        class="press h-8 px-2!"
        :aria-label="`Light ${light.name} one click down`"
        :disabled="setting.powerStops <= -light.lamp.rangeStops"
        @click="turn(-1)"
      >
        <Minus :size="14" />
      </button>
      <span
        class="w-16 text-center text-xl font-semibold"
        :class="{ 'text-accent': isAsked }"
        :data-test="`power-${light.id}`"
        :aria-label="`Power of ${light.name}, stops below full`"
        >{{ shown.on ? formatPower(shown.powerStops, click) : 'off' }}</span
      >
      <button
        class="press h-8 px-2!"
        :aria-label="`Light ${light.name} one click up`"
        :disabled="setting.powerStops >= 0"
        @click="turn(1)"
      >
        <Plus :size="14" />
      </button>
    </div>
    <p v-if="lightStore.isLate" class="col-span-3 mt-0.5 text-sm text-soft">working out…</p>
    <p v-else class="col-span-3 mt-0.5 flex justify-between text-sm text-soft">
      <span>alone {{ alone && alone.fNumber > 0 ? formatFNumber(alone.fNumber) : '–' }}</span>
      <span>{{ shareOf(at(KEY_SIDE)) }} of the subject</span>
      <span>{{ shareOf(at(BACKDROP_MIDDLE)) }} of the backdrop</span>
    </p>
  </li>
</template>
