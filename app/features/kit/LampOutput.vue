<script setup lang="ts">
import { PHOTOMETRIC, photometricWords } from '~/shared/photometricFiles'
import { useKitItems } from '~/features/kit/useKitItems'
import { useKit } from '~/stores/kit'
import { useStudio } from '~/stores/studio'
import { useVault } from '~/stores/vault'
import { computed, ref } from 'vue'
import { useUnits } from '~/shared/useUnits'
import { METRES_PER_FOOT } from '#wording/notation/distance'
import DistanceField from '~/shared/DistanceField.vue'
import FilePick from '~/ui/FilePick.vue'
import NumberField from '~/ui/NumberField.vue'
import SelectField from '~/ui/SelectField.vue'
import { METER_CONSTANT } from '#core/physics/photometry/meter'
import type { KitItem } from '#core/kit/kitSchema'
import {
  axisIntensity,
  GUIDE_NUMBER_CONVENTIONS,
  guideNumberFromWattSeconds,
  lampIntensity,
  wattSecondsFromGuideNumber,
  type GuideNumberConvention,
  type Output,
} from '#core/physics/sources/output'

/** What a lamp gives at full power, from whatever is known of it. */
const props = defineProps<{ item: KitItem<'lamps'> }>()
const { unit } = useUnits()
const isFeet = computed(() => unit.value === 'imperial')
/** Metres in a metre or a foot of guide number. */
const perUnit = computed(() => (isFeet.value ? METRES_PER_FOOT : 1))
/** Lux at 1 m, candelas, in what is shown: foot-candles at 10 ft are candelas by the square of 10. */
const luxPerShown = computed(() => (isFeet.value ? 100 : 1))
const nearM = computed(() => (isFeet.value ? 6 * METRES_PER_FOOT : 2))
const kit = useKit()
const studio = useStudio()
const { ownId } = useKitItems()
const problem = ref('')
const { reader } = useVault()
const done = ref('')

type From = Output['from'] | 'watt-seconds'
const WAYS: { value: From; name: string }[] = [
  { value: 'guide-number', name: 'guide number' },
  { value: 'lux-at-1-m', name: 'lux at 1 m, or foot-candles at 10 ft' },
  { value: 'watt-seconds', name: 'watt-seconds, roughly' },
  { value: 'reading', name: 'a metered reading' },
]
const from = ref<From>(props.item.what.output.from)
const rated = computed(() => axisIntensity(props.item.what.output))
const intensity = computed(() => lampIntensity(props.item.what))
const guideNumber = computed(() => Math.sqrt(rated.value / GUIDE_NUMBER_CONVENTIONS.metered))

const CONVENTIONS: { value: GuideNumberConvention; name: string }[] = [
  { value: 'metered', name: 'metered, flat (2.5 GN²)' },
  { value: 'candela-0.05', name: 'beam candela-seconds × 0.05 (2.15 GN²)' },
  { value: 'candela-0.063', name: 'beam candela-seconds × 0.063 (1.71 GN²)' },
]

const put = (output: Output) => kit.put('lamps', { ...props.item, what: { ...props.item.what, output } })
/** The same output, told another way. */
const choose = (way: From | '') => {
  if (!way) return
  from.value = way
  if (way === 'guide-number' || way === 'watt-seconds')
    void put({
      from: 'guide-number',
      guideNumberM: Math.min(2000, Math.max(1, guideNumber.value)),
      convention: 'metered',
    })
  else if (way === 'lux-at-1-m') void put({ from: 'lux-at-1-m', lux: Math.max(1, rated.value) })
  else
    void put({ from: 'reading', fNumber: Math.min(720, Math.max(0.25, guideNumber.value / 2)), distanceM: 2, iso: 100 })
}
const output = computed(() => props.item.what.output)
/**
 * F-number that the meter in use shows, over the f-number that is kept: a reading is kept as a flat meter of the
 * standard's constant shows it.
 */
const meterShare = computed(() => Math.sqrt(METER_CONSTANT.flat / studio.document.meter.flatConstant))

const readFile = async (file: File) => {
  const outcome = await reader.readLamp(file, file.name)
  problem.value = photometricWords(file.name, outcome)
  if (!outcome.ok) return
  const measured = outcome.value
  await put(measured.output)
  from.value = measured.output.from
  const id = ownId()
  await kit.put('modifiers', {
    id,
    count: 1,
    notes: `Measured distribution from ${file.name}.`,
    what: { ...measured.modifier, kind: id },
  })
  done.value = `Output taken; its distribution is in the kit as modifier "${measured.modifier.name}".`
}
</script>

<template>
  <div class="flex flex-wrap items-end gap-3">
    <SelectField
      label="Kind"
      :value="item.what.kind"
      :options="[
        { value: 'flash', name: 'flash' },
        { value: 'continuous', name: 'continuous' },
      ]"
      class="w-28"
      wide
      @choose="kind => kind && kit.put('lamps', { ...item, what: { ...item.what, kind } })"
    />
    <SelectField
      label="Rated by"
      :value="from"
      :options="WAYS"
      test-name="known-by"
      class="w-44"
      wide
      @choose="choose"
    />
    <NumberField
      v-if="output.from === 'guide-number' && from === 'watt-seconds'"
      label="Watt-seconds"
      :value="wattSecondsFromGuideNumber(output.guideNumberM)"
      :least="1"
      :most="100000"
      unit=" Ws"
      :digits="0"
      test-name="watt-seconds"
      @change="
        value => put({ from: 'guide-number', guideNumberM: guideNumberFromWattSeconds(value), convention: 'metered' })
      "
    />
    <NumberField
      v-else-if="output.from === 'guide-number'"
      label="Guide number"
      :value="output.guideNumberM / perUnit"
      :least="isFeet ? 3.3 : 1"
      :most="isFeet ? 6500 : 2000"
      :unit="isFeet ? ' ft' : ' m'"
      test-name="guide-number"
      @change="number => output.from === 'guide-number' && put({ ...output, guideNumberM: number * perUnit })"
    />
    <NumberField
      v-else-if="output.from === 'lux-at-1-m'"
      :label="isFeet ? 'At 10 ft' : 'At 1 m'"
      :value="output.lux / luxPerShown"
      :least="isFeet ? 0.01 : 1"
      :most="isFeet ? 1e6 : 1e8"
      :unit="`${isFeet ? ' fc' : ' lx'}${item.what.kind === 'flash' ? ' s' : ''}`"
      :digits="isFeet ? 2 : 0"
      test-name="lux-at-1-m"
      @change="shown => put({ from: 'lux-at-1-m', lux: shown * luxPerShown })"
    />
    <template v-else>
      <NumberField
        label="Read f/"
        :value="output.fNumber * meterShare"
        test-name="lamp-reading"
        :least="0.25 * meterShare"
        :most="720 * meterShare"
        narrow
        @change="shown => output.from === 'reading' && put({ ...output, fNumber: shown / meterShare })"
      />
      <DistanceField
        label="at"
        :value="output.distanceM"
        :least="0.1"
        :most="50"
        @change="metres => output.from === 'reading' && put({ ...output, distanceM: metres })"
      />
      <NumberField
        label="ISO"
        :value="output.iso"
        :least="3"
        :most="409600"
        :digits="0"
        narrow
        @change="iso => output.from === 'reading' && put({ ...output, iso })"
      />
    </template>
    <SelectField
      v-if="output.from === 'guide-number' && from === 'guide-number'"
      label="The number was"
      :value="output.convention"
      :options="CONVENTIONS"
      class="w-60"
      wide
      test-name="guide-number-convention"
      @choose="convention => convention && output.from === 'guide-number' && put({ ...output, convention })"
    />
    <NumberField
      v-if="output.from !== 'reading'"
      label="Output vs rated"
      :value="item.what.givesStops"
      :least="-3"
      :most="1"
      unit=" stop"
      :digits="2"
      test-name="gives"
      @change="givesStops => kit.put('lamps', { ...item, what: { ...item.what, givesStops } })"
    />
    <FilePick
      class="h-8"
      :label="PHOTOMETRIC.label"
      :accept="PHOTOMETRIC.accept"
      test-name="kit-ies"
      @pick="readFile"
    />
    <p class="basis-full text-sm text-soft">
      Rated guide number {{ (guideNumber / perUnit).toFixed(0) }} {{ isFeet ? 'ft' : 'm' }} as metered. Counted at full
      power in its standard reflector: f/{{
        Number((Math.sqrt(intensity / GUIDE_NUMBER_CONVENTIONS.metered) / nearM).toPrecision(2))
      }}
      on a flat receptor at {{ isFeet ? '6 ft' : '2 m' }} and ISO 100,
      {{ Number((intensity / luxPerShown).toPrecision(4)).toLocaleString('en') }} {{ isFeet ? 'fc' : 'lx'
      }}{{ item.what.kind === 'flash' ? ' s' : '' }} at {{ isFeet ? '10 ft' : '1 m' }}.
      <template v-if="item.what.givesStops < 0">
        Flash heads usually give a third of a stop less than the number on the box; a metered reading tells.
      </template>
      <template v-if="from === 'watt-seconds'">
        Watt-seconds tell only roughly what comes out: a metered reading is better.
      </template>
    </p>
    <p v-if="problem || done" :role="problem ? 'alert' : 'status'" class="basis-full text-sm">
      {{ problem || done }}
    </p>
  </div>
</template>
