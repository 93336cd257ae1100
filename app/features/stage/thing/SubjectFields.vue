<script setup lang="ts">
import { useThingActions } from '~/shared/useThingActions'
import DistanceField from '~/shared/DistanceField.vue'
import MaterialField from '~/shared/MaterialField.vue'
import NumberField from '~/ui/NumberField.vue'
import PlaceRow from '~/shared/PlaceRow.vue'
import SelectField from '~/ui/SelectField.vue'
import { editSubject } from '#core/edits/edits'
import { CLOTHES, HAIRS, SKINS } from '#core/kit/materials'
import type { Subject } from '#core/model/schema'

const props = defineProps<{ subject: Subject }>()
const { edit } = useThingActions()
const change = (changes: Partial<Subject>) => edit(set => editSubject(set, props.subject.id, changes))
const HAIRCUT_CHOICES = [
  { value: 'short', name: 'short' },
  { value: 'long', name: 'long' },
  { value: 'tied', name: 'tied up' },
  { value: 'none', name: 'none' },
] as const
const BUILD_CHOICES = [
  { value: 'man', name: 'man' },
  { value: 'woman', name: 'woman' },
  { value: 'child', name: 'child' },
] as const
const POSES = [
  { value: 'standing', name: 'standing' },
  { value: 'sitting', name: 'sitting' },
  { value: 'object', name: 'a thing' },
] as const
</script>

<template>
  <div class="flex flex-wrap items-end gap-x-2.5 gap-y-2">
    <div class="flex flex-col">
      <label :for="`name-${subject.id}`" class="text-xs text-soft">Name</label>
      <input
        :id="`name-${subject.id}`"
        :value="subject.name"
        maxlength="80"
        class="h-8 w-28 rounded-sm border border-rule bg-well px-2 font-semibold"
        @change="change({ name: ($event.target as HTMLInputElement).value.trim() || subject.name })"
      />
    </div>
    <PlaceRow :id="subject.id" :place="{ ...subject.place, zM: 0 }" />
    <DistanceField
      label="Subject height"
      :value="subject.heightM"
      :least="subject.pose === 'object' ? 0.1 : 0.4"
      :most="2.4"
      @change="heightM => change({ heightM })"
    />
    <SelectField
      label="Pose"
      :value="subject.pose"
      :options="POSES"
      test-name="pose"
      class="w-26"
      wide
      @choose="pose => pose && change({ pose })"
    />
    <SelectField
      v-if="subject.pose !== 'object'"
      label="Build"
      :value="subject.build"
      :options="BUILD_CHOICES"
      test-name="build"
      class="w-24"
      wide
      @choose="build => build && change({ build })"
    />
    <NumberField
      label="Turned"
      :value="subject.turnDeg"
      :least="-180"
      :most="180"
      unit="°"
      :digits="0"
      narrow
      @change="turnDeg => change({ turnDeg })"
    />
    <MaterialField
      label="Clothing"
      :value="subject.clothing"
      :materials="CLOTHES"
      test-name="clothing"
      @change="clothing => change({ clothing })"
    />
    <MaterialField
      v-if="subject.pose !== 'object'"
      label="Skin"
      :value="subject.skin"
      :materials="SKINS"
      test-name="skin"
      @change="skin => change({ skin })"
    />
    <MaterialField
      v-if="subject.pose !== 'object'"
      label="Hair colour"
      :value="subject.hair"
      :materials="HAIRS"
      test-name="hair"
      @change="hair => change({ hair })"
    />
    <SelectField
      v-if="subject.pose !== 'object'"
      label="Hair"
      :value="subject.haircut"
      :options="HAIRCUT_CHOICES"
      test-name="haircut"
      class="w-24"
      wide
      @choose="haircut => haircut && change({ haircut })"
    />
    <label v-if="subject.pose !== 'object'" class="flex h-8 items-center gap-1.5">
      <input
        type="checkbox"
        class="size-4"
        :checked="subject.glasses"
        data-test="glasses"
        @change="change({ glasses: ($event.target as HTMLInputElement).checked })"
      />
      glasses
    </label>
  </div>
</template>
