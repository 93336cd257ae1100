<script setup lang="ts">
import { useThingActions } from '~/shared/useThingActions'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import DistanceField from '~/shared/DistanceField.vue'
import NumberField from '~/ui/NumberField.vue'
import SelectField from '~/ui/SelectField.vue'
import { aimAt, aimAtNamed, aimPlace } from '#core/edits/aims'
import { editLight, featherLight } from '#core/edits/edits'
import type { Light } from '#core/model/schema'

/** Where a light looks, and how far it is turned off that. */
const props = defineProps<{ light: Light }>()
const studio = useStudio()
const { edit } = useThingActions()

const aims = computed(() => [
  ...studio.document.subjects.map(({ id, name }) => ({ value: id, name })),
  { value: 'backdrop', name: 'the backdrop' },
])
const aimName = computed(() => (props.light.aim.at === 'subject' ? props.light.aim.subjectId : 'backdrop'))
const place = computed(() => aimPlace(studio.document, props.light))
const put = (changes: Partial<ReturnType<typeof aimPlace>>) =>
  edit(set => aimAt(set, props.light.id, { ...place.value, ...changes }))
/** Feathering goes no further than this: past it the light looks away from its work. */
const FEATHERS = [
  ['Feather right', 'featherPanDeg', 180],
  ['Feather up', 'featherTiltDeg', 90],
] as const
</script>

<template>
  <div class="flex flex-wrap items-end gap-x-2 gap-y-2">
    <SelectField
      label="Aimed at"
      :value="aimName"
      :options="aims"
      test-name="aim"
      class="w-30"
      wide
      @choose="goal => edit(set => aimAtNamed(set, light.id, goal))"
    />
    <DistanceField
      label="At height"
      :value="place.zM"
      :least="0"
      :most="studio.document.room.heightM"
      @change="zM => put({ zM })"
    />
    <DistanceField
      v-if="light.aim.at === 'place'"
      label="Across"
      :value="place.xM"
      :least="-studio.document.room.widthM / 2"
      :most="studio.document.room.widthM / 2"
      @change="xM => put({ xM })"
    />
    <NumberField
      v-for="[label, field, most] in FEATHERS"
      :key="field"
      :label="label"
      :value="light.aim[field]"
      :least="-most"
      :most="most"
      unit="°"
      narrow
      :test-name="field"
      @change="value => edit(set => featherLight(set, light.id, { [field]: value }))"
    />
    <NumberField
      label="Roll"
      :value="light.rollDeg"
      :least="-180"
      :most="180"
      unit="°"
      narrow
      test-name="roll"
      @change="rollDeg => edit(set => editLight(set, light.id, before => ({ ...before, rollDeg })))"
    />
  </div>
</template>
