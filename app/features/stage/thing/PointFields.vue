<script setup lang="ts">
import { useThingActions } from '~/shared/useThingActions'
import NumberField from '~/ui/NumberField.vue'
import PlaceRow from '~/shared/PlaceRow.vue'
import SelectField from '~/ui/SelectField.vue'
import { editPoint } from '#core/edits/edits'
import type { OwnPoint } from '#core/model/schema'

const props = defineProps<{ point: OwnPoint }>()
const { edit } = useThingActions()
const change = (changes: Partial<OwnPoint>) => edit(set => editPoint(set, props.point.id, changes))
</script>

<template>
  <div class="flex flex-wrap items-end gap-x-2.5 gap-y-2">
    <div class="flex flex-col">
      <label :for="point.id" class="text-xs text-soft">Point</label>
      <input
        :id="point.id"
        :value="point.name"
        maxlength="80"
        class="h-8 w-28 rounded-sm border border-rule bg-well px-2 font-semibold"
        @change="change({ name: ($event.target as HTMLInputElement).value.trim() || point.name })"
      />
    </div>
    <PlaceRow :id="point.id" :place="point.place" has-height />
    <NumberField
      label="Turned"
      :value="point.turnDeg"
      :least="-180"
      :most="180"
      unit="°"
      :digits="0"
      narrow
      @change="turnDeg => change({ turnDeg })"
    />
    <NumberField
      label="Raised"
      :value="point.tiltDeg"
      :least="-90"
      :most="90"
      unit="°"
      :digits="0"
      narrow
      @change="tiltDeg => change({ tiltDeg })"
    />
    <SelectField
      label="Receptor"
      :value="point.receptor"
      :options="[
        { value: 'flat', name: 'flat' },
        { value: 'dome', name: 'dome' },
      ]"
      class="w-20"
      wide
      @choose="receptor => receptor && change({ receptor })"
    />
  </div>
</template>
