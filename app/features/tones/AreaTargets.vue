<script setup lang="ts">
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import DistanceField from '~/shared/DistanceField.vue'
import NumberField from '~/ui/NumberField.vue'
import SelectField from '~/ui/SelectField.vue'
import { X } from '@lucide/vue'
import { changeAreas } from '#core/edits/edits'
import type { AreaTarget } from '#core/model/schema'
import { areaReadoutWords } from '#wording/areas'
import { AREA_KINDS, areaFigures, areaOfKind, FIRMNESS } from '~/features/tones/targetChoices'

/** What is wanted of the backdrop as a whole, and of the subject's outline. */
const studio = useStudio()
const light = useLight()

/** Lengths are typed in the user's own unit by a field that knows it. */
const fieldOf = ({ unit, digits, ...shown }: ReturnType<typeof areaFigures>[number]['shown']) =>
  unit === ' m' ? shown : { ...shown, unit, digits }

const free = computed(() => AREA_KINDS.filter(({ value }) => !studio.look.areas.some(({ kind }) => kind === value)))
const change = (areas: AreaTarget[]) => studio.edit(set => changeAreas(set, studio.look.id, areas))
const put = (index: number, area: AreaTarget) => change(studio.look.areas.with(index, area))
const readoutOf = (area: AreaTarget) => light.areas.find(readout => readout.area.kind === area.kind)
const TOWARD = ['left', 'right', 'top', 'bottom'].map(value => ({
  value: value as 'left' | 'right' | 'top' | 'bottom',
  name: value,
}))
</script>

<template>
  <div>
    <ul class="flex flex-col" aria-label="Areas">
      <li
        v-for="(area, index) in studio.look.areas"
        :key="area.kind"
        class="flex flex-wrap items-end gap-2 border-t border-rule py-2 first:border-t-0"
        :data-test="`area-${area.kind}`"
      >
        <span class="min-w-28 grow basis-28">
          {{ AREA_KINDS.find(({ value }) => value === area.kind)?.name }}
        </span>
        <SelectField
          v-if="area.kind === 'ramp'"
          label="Toward the"
          :value="area.toward"
          :options="TOWARD"
          class="[&_select]:w-24"
          @choose="toward => toward && put(index, { ...area, toward })"
        />
        <component
          :is="figure.shown.unit === ' m' ? DistanceField : NumberField"
          v-for="figure in areaFigures(area)"
          :key="figure.of"
          v-bind="fieldOf(figure.shown)"
          :test-name="`area-${area.kind}-${figure.of}`"
          @change="(value: number) => put(index, { ...area, [figure.of]: value } as AreaTarget)"
        />
        <SelectField
          label="Priority"
          :value="area.firmness ?? 'hard'"
          :options="FIRMNESS"
          class="[&_select]:w-26"
          @choose="firmness => firmness && put(index, { ...area, firmness })"
        />
        <button
          class="press mb-0.5 ml-auto"
          :aria-label="`Drop: ${AREA_KINDS.find(({ value }) => value === area.kind)?.name}`"
          @click="change(studio.look.areas.filter((_, other) => other !== index))"
        >
          <X :size="14" />
        </button>
        <span class="w-full text-sm text-soft" :data-test="`area-now-${area.kind}`">{{
          readoutOf(area) ? areaReadoutWords(readoutOf(area)!) : 'Working it out…'
        }}</span>
      </li>
    </ul>
    <SelectField
      v-if="free.length > 0"
      label="Add area target"
      value=""
      :options="[{ value: '', name: 'Choose…' }, ...free]"
      class="mt-2 [&_select]:w-64"
      test-name="add-area"
      @choose="kind => kind && change([...studio.look.areas, areaOfKind(kind, studio.document)])"
    />
  </div>
</template>
