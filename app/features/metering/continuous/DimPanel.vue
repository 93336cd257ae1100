<script setup lang="ts">
import { useStudio } from '~/stores/studio'
import { computed, reactive, ref } from 'vue'
import NumberField from '~/ui/NumberField.vue'
import { miredDifference } from '#core/physics/sources/colourTemperature'
import { miredWords, percentFromStops, stopsFromPercent, tubeStops } from '#core/physics/sources/dimming'
import { formatStops } from '#wording/notation/stops'

const studio = useStudio()
const percent = ref(50)
const tubes = reactive({ on: 3, of: 4 })
const kelvin = reactive({ light: 5200, camera: studio.document.camera.whiteBalanceK })

const lamps = computed(() =>
  studio.document.lights.map(light => {
    const power = studio.look.lights[light.id]?.powerStops ?? 0
    return {
      id: light.id,
      name: `${light.name} ${light.job}`,
      kind: light.lamp.kind,
      percent: `${Math.round(percentFromStops(power))} %`,
      stops: formatStops(power),
      colour: miredWords(miredDifference(light.lamp.cctK, studio.document.camera.whiteBalanceK)),
      kelvin: light.lamp.cctK,
    }
  }),
)
const steps = computed(() =>
  Array.from({ length: tubes.of }, (_, index) => ({
    on: tubes.of - index,
    words: formatStops(tubeStops(tubes.of - index, tubes.of)),
  })),
)
</script>

<template>
  <div class="flex flex-col gap-8">
    <section aria-label="Dimming">
      <h2 class="text-lg font-semibold">Percent and stops</h2>
      <div class="mt-2 flex flex-wrap items-end gap-3">
        <NumberField
          label="Dimmed to"
          :value="percent"
          :least="0.1"
          :most="100"
          unit=" %"
          test-name="dim-percent"
          @change="value => (percent = value)"
        />
        <NumberField
          label="which is, in stops"
          :value="stopsFromPercent(percent)"
          :least="-10"
          :most="0"
          test-name="dim-stops"
          @change="value => (percent = percentFromStops(value))"
        />
        <span class="pb-1 text-sm text-soft">for lamps that dim in proportion</span>
      </div>
    </section>
    <section aria-label="Tubes">
      <h2 class="text-lg font-semibold">Tubes</h2>
      <div class="mt-2 flex flex-wrap items-end gap-3">
        <NumberField
          label="Tubes in the bank"
          :value="tubes.of"
          :least="1"
          :most="12"
          :digits="0"
          test-name="tubes-of"
          @change="value => (tubes.of = Math.round(value))"
        />
        <ul class="flex flex-wrap gap-x-4 pb-1" data-test="tubes">
          <li v-for="one in steps" :key="one.on">
            {{ one.on }} on <strong>{{ one.words }}</strong>
          </li>
        </ul>
      </div>
    </section>
    <section aria-label="Colour against the camera">
      <h2 class="text-lg font-semibold">Colour against the camera</h2>
      <div class="mt-2 flex flex-wrap items-end gap-3">
        <NumberField
          label="Light"
          :value="kelvin.light"
          :least="1700"
          :most="20000"
          unit=" K"
          :digits="0"
          test-name="mired-light"
          @change="value => (kelvin.light = value)"
        />
        <NumberField
          label="Camera"
          :value="kelvin.camera"
          :least="1700"
          :most="20000"
          unit=" K"
          :digits="0"
          test-name="mired-camera"
          @change="value => (kelvin.camera = value)"
        />
        <strong class="pb-1" data-test="mired-words">{{
          miredWords(miredDifference(kelvin.light, kelvin.camera))
        }}</strong>
      </div>
    </section>
    <section aria-label="Lamps of this look">
      <h2 class="text-lg font-semibold">Lamps of this look</h2>
      <p v-if="lamps.length === 0" class="mt-1 text-soft">There is no lamp in this set yet.</p>
      <table v-else class="mt-1 w-full text-left">
        <thead class="text-sm text-soft">
          <tr>
            <th class="font-normal">Lamp</th>
            <th class="font-normal">Power</th>
            <th class="font-normal">Colour against the camera</th>
          </tr>
        </thead>
        <tbody class="divide-y divide-rule">
          <tr v-for="lamp in lamps" :key="lamp.id">
            <td class="py-1">
              {{ lamp.name }}<span class="text-soft">, {{ lamp.kind }}</span>
            </td>
            <td class="tabular-nums">
              <strong>{{ lamp.percent }}</strong> {{ lamp.stops }}
            </td>
            <td>{{ lamp.kelvin }} K: {{ lamp.colour }}</td>
          </tr>
        </tbody>
      </table>
      <p class="mt-2 text-xs text-soft">
        Do not stare into bare tubes, snoots or strong lamps. Continuous lamps load their circuit for as long as they
        burn: keep well under the breaker's rating; distribution is a licensed electrician's work.
      </p>
    </section>
  </div>
</template>
