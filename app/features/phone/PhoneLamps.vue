<script setup lang="ts">
import { computed } from 'vue'
import { useRemote } from '~/stores/remote'
import type { PhoneView } from '#core/pairing/messages'

/** Lamps by thumb, while the rig is armed at the laptop. */
const remote = useRemote()
type Lamp = PhoneView['lamps'][number]
const lamps = computed(() => remote.view?.lamps ?? [])
const THIRD = 1 / 3
const step = (lamp: Lamp, by: number) =>
  remote.turn(lamp.id, true, Math.min(0, Math.max(-lamp.rangeStops, Math.round(60 * (lamp.powerStops + by)) / 60)))
const lost = computed(() => {
  const last = remote.answers.findLast(({ op }) => op.kind === 'lamp' || op.kind === 'blackout')
  return last && last.how !== 'done' ? last.message : ''
})
</script>

<template>
  <section aria-label="Lamps" class="flex flex-col gap-3">
    <p v-if="lamps.length === 0" class="text-soft">Lamps are turned from here while the rig is armed at the laptop.</p>
    <template v-else>
      <button
        class="press min-h-12 text-lg"
        :disabled="!remote.isLive"
        :aria-pressed="remote.view?.isBlackout"
        data-test="phone-blackout"
        @click="remote.blackout(!remote.view?.isBlackout)"
      >
        {{ remote.view?.isBlackout ? 'Lift blackout' : 'Blackout' }}
      </button>
      <p v-if="lost" role="alert">{{ lost }}</p>
      <p v-if="!remote.isLive" role="alert">The laptop does not answer: no lamp can be turned from here.</p>
      <ul>
        <li v-for="lamp in lamps" :key="lamp.id" class="border-t border-rule py-2" :data-test="`phone-lamp-${lamp.id}`">
          <p class="flex items-baseline justify-between">
            <span class="font-medium">
              {{ lamp.name }} <span class="font-normal text-soft">{{ lamp.job }}</span>
            </span>
            <span class="figure text-2xl" data-test="phone-power">{{ lamp.power }}</span>
          </p>
          <div class="mt-1 grid grid-cols-3 gap-2">
            <button
              class="press min-h-12"
              role="switch"
              :aria-checked="lamp.isOn"
              :aria-label="`${lamp.name}: ${lamp.isOn ? 'On' : 'Off'}`"
              :disabled="!remote.isLive"
              @click="remote.turn(lamp.id, !lamp.isOn, lamp.powerStops)"
            >
              {{ lamp.isOn ? 'On' : 'Off' }}
            </button>
            <button
              class="press min-h-12 text-lg"
              :disabled="!remote.isLive"
              :aria-label="`−⅓ of ${lamp.name}`"
              @click="step(lamp, -THIRD)"
            >
              −⅓
            </button>
            <button
              class="press min-h-12 text-lg"
              :disabled="!remote.isLive"
              :aria-label="`+⅓ of ${lamp.name}`"
              data-test="phone-up"
              @click="step(lamp, THIRD)"
            >
              +⅓
            </button>
          </div>
        </li>
      </ul>
    </template>
  </section>
</template>
