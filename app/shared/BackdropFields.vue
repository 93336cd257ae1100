<script setup lang="ts">
import { useThingActions } from '~/shared/useThingActions'
import { useKit } from '~/stores/kit'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import DistanceField from '~/shared/DistanceField.vue'
import NumberField from '~/ui/NumberField.vue'
import MaterialField from '~/shared/MaterialField.vue'
import SelectField from '~/ui/SelectField.vue'
import { editBackdrop } from '#core/edits/edits'
import { BACKDROP_KINDS } from '#core/model/stageSchema'
import { ROOM_MATERIALS } from '#core/kit/materials'
import type { Backdrop } from '#core/model/schema'

const studio = useStudio()
const kit = useKit()
const { edit } = useThingActions()
const backdrop = computed(() => studio.document.backdrop)
const KIND_NAMES: Record<(typeof BACKDROP_KINDS)[number], string> = {
  'paper-roll': 'paper roll',
  fabric: 'fabric',
  vinyl: 'vinyl',
  'painted-wall': 'painted wall',
  cyclorama: 'curved stage',
  'lit-panel': 'lit panel',
  'keying-screen': 'keying screen',
}

const change = (changes: Partial<Backdrop>) => edit(set => editBackdrop(set, changes))
const hang = (id: string) => {
  const item = kit.kit.backdrops.find(candidate => candidate.id === id)
  if (item)
    change({
      ...item.what,
      kitId: id,
      widthM: Math.min(item.what.widthM, studio.document.room.widthM - 0.12),
      heightM: Math.min(item.what.heightM, studio.document.room.heightM - 0.06),
    })
}
/** Patches of a usual hand-painted cloth. */
const USUAL_PATCH_M = 0.3
const mottle = (contrastStops: number) =>
  change({
    mottle: contrastStops > 0 ? { contrastStops, sizeM: backdrop.value.mottle?.sizeM ?? USUAL_PATCH_M } : null,
  })
const isKit = computed(() => kit.kit.backdrops.some(({ id }) => id === backdrop.value.kitId))
const options = computed(() => [
  ...(isKit.value ? [] : [{ value: '', name: backdrop.value.name }]),
  ...kit.kit.backdrops.map(({ id, what }) => ({ value: id, name: what.name })),
])
const SIZES = [
  ['Backdrop width', 'widthM', 0.3, 40],
  ['Backdrop height', 'heightM', 0.5, 29],
  ['Offset from centre', 'centreXM', -30, 30],
  ['Sweep', 'sweepM', 0, 20],
  ['Cove radius', 'coveRadiusM', 0.05, 5],
] as const
</script>

<template>
  <div class="flex flex-wrap items-end gap-x-2.5 gap-y-2">
    <SelectField
      label="Backdrop"
      :value="isKit ? backdrop.kitId! : ''"
      :options="options"
      test-name="hang"
      @choose="hang"
    />
    <SelectField
      label="Type"
      :value="backdrop.kind"
      :options="BACKDROP_KINDS.map(kind => ({ value: kind, name: KIND_NAMES[kind] }))"
      class="w-28"
      wide
      @choose="
        kind =>
          kind &&
          change({
            kind,
            ...(kind === 'lit-panel' && backdrop.transmittance[1] === 0
              ? { transmittance: [0.4, 0.4, 0.4], reflectance: [0.45, 0.45, 0.45] }
              : {}),
          })
      "
    />
    <DistanceField
      v-for="[name, key, least, most] in SIZES"
      :key="key"
      :label="name"
      :value="backdrop[key]"
      :least="least"
      :most="most"
      @change="metres => change({ [key]: metres })"
    />
    <NumberField
      label="Mottle, ±"
      :value="backdrop.mottle?.contrastStops ?? 0"
      :least="0"
      :most="1.5"
      :digits="2"
      unit=" stop"
      zero-word="even"
      test-name="mottle"
      @change="mottle"
    />
    <DistanceField
      v-if="backdrop.mottle"
      label="Patches"
      :value="backdrop.mottle.sizeM"
      :least="0.02"
      :most="3"
      @change="sizeM => change({ mottle: { ...backdrop.mottle!, sizeM } })"
    />
    <MaterialField
      label="Surface"
      :value="backdrop.reflectance"
      :materials="ROOM_MATERIALS"
      @change="reflectance => change({ reflectance })"
    />
  </div>
</template>
