<script setup lang="ts">
import { computed } from 'vue'
import NumberField from '~/ui/NumberField.vue'
import SelectField from '~/ui/SelectField.vue'
import type { Material } from '#core/kit/materials'
import { grey, luminance, type Rgb } from '#core/physics/units/rgb'

/** A surface by name, or by the share of light that it sends back. */
const props = defineProps<{ label: string; value: Rgb; materials: readonly Material[]; testName?: string }>()
const emit = defineEmits<{ change: [reflectance: Rgb] }>()

const isSame = (a: Rgb, b: Rgb) => a.every((part, channel) => Math.abs(part - b[channel]!) < 0.002)
const named = computed(() => props.materials.find(({ reflectance }) => isSame(reflectance, props.value))?.name ?? '')
const options = computed(() => [
  ...(named.value ? [] : [{ value: '', name: 'Custom' }]),
  ...props.materials.map(({ name }) => ({ value: name, name })),
])
const choose = (name: string) => {
  const found = props.materials.find(material => material.name === name)
  if (found) emit('change', found.reflectance)
}
/** A typed share keeps the hue. */
const type = (percent: number) => {
  const now = luminance(props.value)
  const factor = now > 0 ? percent / 100 / now : 0
  const scaled = props.value.map(part => part * factor) as unknown as Rgb
  emit('change', now > 0 && Math.max(...scaled) <= 0.98 ? scaled : grey(Math.min(0.98, percent / 100)))
}
</script>

<template>
  <div class="flex items-end gap-1.5">
    <SelectField :label="label" :value="named" :options="options" :test-name="testName" @choose="choose" />
    <NumberField
      label="reflectance"
      :value="100 * luminance(value)"
      :least="0"
      :most="98"
      unit=" %"
      :digits="0"
      narrow
      @change="type"
    />
  </div>
</template>
