<script setup lang="ts">
import { useUnits } from '~/shared/useUnits'
import { useThingActions } from '~/shared/useThingActions'
import { useKit } from '~/stores/kit'
import { useStudio } from '~/stores/studio'
import { computed, ref } from 'vue'
import DistanceField from '~/shared/DistanceField.vue'
import NumberField from '~/ui/NumberField.vue'
import PlaceRow from '~/shared/PlaceRow.vue'
import SelectField from '~/ui/SelectField.vue'
import { aimBoard } from '#core/edits/aimBoard'
import { editPanel } from '#core/edits/edits'
import { SHADOW_SIDE, KEY_SIDE, HAIR } from '#core/model/placeIds'
import { meterPoints } from '#core/evaluation/probes/points'
import type { Panel } from '#core/model/schema'

const props = defineProps<{ panel: Panel }>()
const studio = useStudio()
const kit = useKit()
const { sized } = useUnits()
const { edit } = useThingActions()
const change = (changes: Partial<Panel>) => edit(set => editPanel(set, props.panel.id, changes))
const kinds = computed(() => [
  ...(kit.kit.panels.some(({ what }) => what.kind === props.panel.kind)
    ? []
    : [{ value: props.panel.kind, name: sized(props.panel.name) }]),
  ...kit.kit.panels.map(({ what }) => ({ value: what.kind, name: sized(what.name) })),
])
const become = (kind: string) => {
  const item = kit.kit.panels.find(({ what }) => what.kind === kind)
  if (item) change({ ...item.what, kitId: item.id })
}

const HOLES = [
  { value: '', name: 'none' },
  { value: 'slats', name: 'slats' },
  { value: 'lattice', name: 'lattice' },
] as const
const CUTS: Readonly<Record<string, Panel['holes']>> = {
  slats: { kind: 'slats', count: 10, openShare: 0.5 },
  lattice: { kind: 'lattice', columns: 2, rows: 3, openShare: 0.75 },
}
const cut = (kind: string) => change({ holes: CUTS[kind] ?? null })

const fromId = ref('')
const goalId = ref<string>(SHADOW_SIDE)
const from = computed(
  () =>
    studio.document.lights.find(({ id }) => id === fromId.value) ??
    studio.document.lights.find(({ job }) => job === 'key') ??
    studio.document.lights[0],
)
const goals = computed(() => {
  const ids = [SHADOW_SIDE, KEY_SIDE, HAIR, ...studio.document.points.map(({ id }) => id)]
  return meterPoints(studio.document)
    .filter(({ id }) => ids.includes(id))
    .map(({ id, name }) => ({ value: id, name }))
})
const throwLight = () => {
  const goal = meterPoints(studio.document).find(({ id }) => id === goalId.value)
  if (from.value && goal) edit(set => aimBoard(set, props.panel, from.value!, goal.position))
}
</script>

<template>
  <div class="flex flex-wrap items-end gap-x-2.5 gap-y-2">
    <SelectField label="Panel" :value="panel.kind" :options="kinds" test-name="panel-kind" @choose="become" />
    <PlaceRow :id="panel.id" :place="panel.place" has-height />
    <DistanceField
      label="Width"
      :value="panel.widthM"
      :least="0.05"
      :most="40"
      @change="widthM => change({ widthM })"
    />
    <DistanceField
      label="Height"
      :value="panel.heightM"
      :least="0.05"
      :most="29"
      @change="heightM => change({ heightM })"
    />
    <NumberField
      label="Turned"
      :value="panel.turnDeg"
      :least="-180"
      :most="180"
      unit="°"
      narrow
      test-name="panel-turn"
      @change="turnDeg => change({ turnDeg })"
    />
    <NumberField
      v-if="panel.hingeDeg === null"
      label="Tilt"
      :value="panel.tiltDeg"
      :least="-90"
      :most="90"
      unit="°"
      narrow
      @change="tiltDeg => change({ tiltDeg })"
    />
    <NumberField
      v-else
      label="Opened"
      :value="panel.hingeDeg"
      :least="20"
      :most="340"
      unit="°"
      narrow
      @change="hingeDeg => change({ hingeDeg })"
    />
    <template v-if="panel.hingeDeg === null">
      <SelectField
        label="Holes"
        :value="panel.holes?.kind ?? ''"
        :options="HOLES"
        class="w-24"
        wide
        test-name="holes"
        @choose="cut"
      />
      <NumberField
        v-if="panel.holes"
        label="Open"
        :value="100 * panel.holes.openShare"
        :least="5"
        :most="95"
        unit=" %"
        :digits="0"
        narrow
        @change="percent => panel.holes && change({ holes: { ...panel.holes, openShare: percent / 100 } })"
      />
      <NumberField
        v-if="panel.holes?.kind === 'slats'"
        label="Slats"
        :value="panel.holes.count"
        :least="1"
        :most="24"
        :digits="0"
        narrow
        @change="
          count => panel.holes?.kind === 'slats' && change({ holes: { ...panel.holes, count: Math.round(count) } })
        "
      />
      <template v-else-if="panel.holes">
        <NumberField
          v-for="side in ['columns', 'rows'] as const"
          :key="side"
          :label="side === 'columns' ? 'Columns' : 'Rows'"
          :value="panel.holes[side]"
          :least="1"
          :most="8"
          :digits="0"
          narrow
          @change="
            count => panel.holes?.kind === 'lattice' && change({ holes: { ...panel.holes, [side]: Math.round(count) } })
          "
        />
      </template>
    </template>
    <div v-if="from" class="flex items-end gap-1.5">
      <SelectField
        label="Bounce light from"
        :value="from.id"
        :options="studio.document.lights.map(({ id, name, job }) => ({ value: id, name: `${name} ${job}` }))"
        class="w-28"
        wide
        @choose="id => (fromId = id)"
      />
      <SelectField label="to the" :value="goalId" :options="goals" @choose="id => (goalId = id)" />
      <button class="press h-8" data-test="aim-board" @click="throwLight">Aim it</button>
    </div>
  </div>
</template>
