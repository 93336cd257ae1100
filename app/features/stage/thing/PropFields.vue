<script setup lang="ts">
import { useThingActions } from '~/shared/useThingActions'
import { computed } from 'vue'
import DistanceField from '~/shared/DistanceField.vue'
import MaterialField from '~/shared/MaterialField.vue'
import NumberField from '~/ui/NumberField.vue'
import PlaceRow from '~/shared/PlaceRow.vue'
import { editProp } from '#core/edits/edits'
import { ROOM_MATERIALS } from '#core/kit/materials'
import type { Prop } from '#core/model/schema'

const props = defineProps<{ thing: Prop }>()
const { edit } = useThingActions()
const change = (changes: Partial<Prop>) => edit(set => editProp(set, props.thing.id, changes))
const SIZES = computed(() =>
  props.thing.form.shape === 'box'
    ? ([
        ['Width', 'widthM'],
        ['Depth', 'depthM'],
        ['Height', 'heightM'],
      ] as const)
    : ([
        ['Radius', 'radiusM'],
        ['Height', 'heightM'],
      ] as const),
)
const size = (key: string) => (props.thing.form as Record<string, number | string>)[key] as number
const resize = (key: string, metres: number) => change({ form: { ...props.thing.form, [key]: metres } })
</script>

<template>
  <div class="flex flex-wrap items-end gap-x-2.5 gap-y-2">
    <p class="self-center font-semibold">
      {{ thing.name }}
    </p>
    <PlaceRow :id="thing.id" :place="thing.place" has-height />
    <DistanceField
      v-for="[name, key] in SIZES"
      :key="key"
      :label="name"
      :value="size(key)"
      :least="0.02"
      :most="key === 'radiusM' ? 10 : 20"
      @change="metres => resize(key, metres)"
    />
    <NumberField
      label="Turned"
      :value="thing.turnDeg"
      :least="-180"
      :most="180"
      unit="°"
      :digits="0"
      narrow
      @change="turnDeg => change({ turnDeg })"
    />
    <MaterialField
      label="Surface"
      :value="thing.surface.reflectance"
      :materials="ROOM_MATERIALS"
      @change="reflectance => change({ surface: { ...thing.surface, reflectance } })"
    />
  </div>
</template>
