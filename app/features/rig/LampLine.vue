<script setup lang="ts">
import { computed } from 'vue'
import { useRig } from '~/stores/rig'
import { useStudio } from '~/stores/studio'
import { useRigEdits } from './useRigEdits'
import { intensityHeard, intensityLevel } from '#core/control/channels'
import type { Light } from '#core/model/schema'
import { formatPower } from '#wording/notation/power'

/** One lamp: its intensity and its colour, and what the rig hears of it. */
const props = defineProps<{ light: Light }>()
const studio = useStudio()
const rig = useRig()
const edits = useRigEdits()

const fixture = computed(() => studio.document.rig.fixtures[props.light.id])
const setting = computed(() => studio.look.lights[props.light.id]!)
const level = computed(() => (fixture.value ? intensityLevel(fixture.value, setting.value) : 0))
const heard = computed(() => {
  const one = fixture.value
  const slots = one && rig.state?.heard.find(({ universe }) => universe === one.universe)?.slots
  return one && slots ? intensityHeard(one, slots) : undefined
})
const isOther = computed(() => heard.value !== undefined && Math.abs(heard.value - level.value) > 0.01)
const said = computed(() => (setting.value.on ? formatPower(setting.value.powerStops, props.light.lamp) : 'off'))
</script>

<template>
  <li class="grid grid-cols-[1fr_auto] gap-x-3 gap-y-1 border-t border-rule py-2" :data-test="`lamp-${light.id}`">
    <p class="self-end font-medium">
      {{ light.name }} <span class="font-normal text-soft">{{ light.job }}, {{ light.lamp.name }}</span>
    </p>
    <p class="figure text-right text-xl" data-test="lamp-power">{{ said }}</p>
    <div class="flex items-center gap-3 max-sm:col-span-2">
      <button
        class="press min-h-8 w-14"
        role="switch"
        :aria-checked="setting.on"
        :aria-label="`${light.name}: ${setting.on ? 'On' : 'Off'}`"
        @click="edits.turn(light.id, { on: !setting.on })"
      >
        {{ setting.on ? 'On' : 'Off' }}
      </button>
      <div class="relative grow">
        <input
          type="range"
          class="h-8 w-full accent-accent"
          :min="-light.lamp.rangeStops"
          max="0"
          step="0.05"
          :value="setting.powerStops"
          :aria-label="`Intensity of ${light.name}`"
          :aria-valuetext="said"
          data-test="intensity"
          @pointerdown="edits.beginDrag"
          @pointerup="edits.endDrag"
          @input="
            event => edits.turn(light.id, { on: true, powerStops: Number((event.target as HTMLInputElement).value) })
          "
        />
      </div>
    </div>
    <p
      class="figure w-36 self-center text-right text-sm text-soft max-sm:col-span-2 max-sm:w-auto"
      data-test="lamp-heard"
    >
      <template v-if="!fixture">not patched</template>
      <template v-else-if="heard === undefined">{{ fixture.universe }}/{{ fixture.address }}</template>
      <template v-else>
        {{ fixture.universe }}/{{ fixture.address }} hears {{ Math.round(100 * heard) }} %<template v-if="isOther"
          >, plan {{ Math.round(100 * level) }} %</template
        >
      </template>
    </p>
    <label v-if="fixture?.personality === 'intensity-temperature'" class="flex items-center gap-3 text-sm">
      <span class="w-14 text-soft">Colour</span>
      <input
        type="range"
        class="h-8 grow accent-accent"
        :min="Math.min(...fixture.temperatureK)"
        :max="Math.max(...fixture.temperatureK)"
        step="50"
        :value="light.lamp.cctK"
        :aria-label="`Colour temperature of ${light.name}`"
        :aria-valuetext="`${light.lamp.cctK} kelvin`"
        @pointerdown="edits.beginDrag"
        @pointerup="edits.endDrag"
        @input="event => edits.tint(light.id, Number((event.target as HTMLInputElement).value))"
      />
      <span class="figure w-16 text-right">{{ light.lamp.cctK }} K</span>
    </label>
    <label v-else-if="fixture?.personality === 'intensity-rgb'" class="flex items-center gap-3 text-sm">
      <span class="w-14 text-soft">Colour</span>
      <input
        type="color"
        class="h-8 w-16"
        :value="edits.hexOf(light)"
        :aria-label="`Colour of ${light.name}`"
        @change="event => edits.mix(light.id, (event.target as HTMLInputElement).value)"
      />
    </label>
  </li>
</template>
