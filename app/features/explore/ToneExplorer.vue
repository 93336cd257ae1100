<script setup lang="ts">
import { useChangeNote } from '~/shared/useChangeNote'
import { useUnits } from '~/shared/useUnits'
import { useLight } from '~/stores/light'
import { useSearch } from '~/stores/search'
import { useStudio } from '~/stores/studio'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import SearchLine from '~/features/explore/SearchLine.vue'
import SelectField from '~/ui/SelectField.vue'
import { luminance } from '#core/physics/units/rgb'
import { responseOf } from '#core/camera/response'
import { BACKDROP_MIDDLE } from '#core/model/placeIds'
import { applyChange } from '#core/changes/apply'
import { axesOf, type Axis, type AxisId } from '#core/solve/axes'
import { axisWords } from '#wording/axes'
import { inSentence } from '#wording/language'
import { formatStops } from '#wording/notation/stops'
import { valueFromStops } from '#core/camera/backdropTone'
import { keyWanted, targetBand } from '#core/evaluation/target'
import { fieldsOf, linesAt } from '~/features/explore/toneMap'

const ToneHeat = defineAsyncComponent(() => import('~/features/explore/ToneHeat.vue'))

/** The backdrop over two things that can be set: where it is now, where it is as wanted; a press goes there. */
const studio = useStudio()
const light = useLight()
const search = useSearch()
const note = useChangeNote()
const { distance } = useUnits()

const axes = computed(() => axesOf(studio.document, studio.look.id))
const ids = ref<[AxisId, AxisId]>(['key-distance', 'subject-depth'])
const chosen = computed(() => {
  const found = ids.value.map(id => axes.value.find(axis => axis.id === id))
  const [x = axes.value[0], y = axes.value.find(axis => axis !== x)] = found
  return x && y && x !== y ? { x, y } : undefined
})
const options = computed(() => axes.value.map(axis => ({ value: axis.id, name: axisWords(axis) })))
const choose = (side: 0 | 1, id: AxisId) => {
  const next: [AxisId, AxisId] = [...ids.value]
  if (next[1 - side] === id) next[1 - side] = next[side]!
  next[side] = id
  ids.value = next
}

const middle = computed(() => light.points.find(({ id }) => id === BACKDROP_MIDDLE)!)
const response = computed(() => responseOf(studio.document.camera))
const valueOf = (stops: number) =>
  valueFromStops(stops, luminance(middle.value.reflectance ?? [0.88, 0.88, 0.88]), response.value)
const target = computed(() => studio.look.targets[BACKDROP_MIDDLE])
const wanted = computed(() =>
  target.value
    ? targetBand(target.value, middle.value, studio.document.camera, keyWanted(studio.look.targets)).stops
    : undefined,
)
const map = computed(() =>
  search.map && chosen.value && search.map.axes[0] === chosen.value.x.id && search.map.axes[1] === chosen.value.y.id
    ? search.map
    : null,
)
const fields = computed(() => (map.value ? fieldsOf(map.value, valueOf) : []))
const lines = computed(() => (map.value && wanted.value !== undefined ? linesAt(map.value, wanted.value) : []))
const inUnit = ({ unit }: Axis, value: number) => {
  if (unit === 'm') return distance(value)
  return unit === 'stops' ? `${formatStops(value)} stops` : `${Math.round(value)}°`
}
const nowWords = (axis: Axis) => `${axisWords(axis)} ${inUnit(axis, axis.now)}`
const where = computed(
  () => chosen.value && `Now ${nowWords(chosen.value.x)}, ${inSentence(nowWords(chosen.value.y))}.`,
)
const isWhole = computed(() => map.value !== null && !map.value.stops.some(Number.isNaN))
const result = computed(() => {
  if (!map.value) return ''
  if (wanted.value === undefined) return 'No target is set for the backdrop, so no line is drawn.'
  if (lines.value.length === 0 && !isWhole.value) return 'Calculating the map.'
  return lines.value.length > 0
    ? `On the line the backdrop renders ${Math.round(valueOf(wanted.value))}.`
    : `Nowhere on this map does the backdrop render ${Math.round(valueOf(wanted.value))} at these powers.`
})

const go = (x: number, y: number) => {
  const { value } = chosen
  if (!value) return
  note.mark()
  studio.edit(set => applyChange(applyChange(set, value.x.to(x)), value.y.to(y)))
}
const draw = () => chosen.value && search.draw([chosen.value.x.id, chosen.value.y.id])
// A search that was asked for meanwhile goes first; the map is finished after it.
watch(
  [chosen, () => light.camera !== undefined, () => search.map, () => search.busy],
  () => {
    if (
      chosen.value &&
      light.camera &&
      !isWhole.value &&
      (search.busy === null || (search.busy === 'map' && !map.value && search.map))
    )
      void draw()
  },
  { immediate: true },
)
</script>

<template>
  <section aria-labelledby="explore-map">
    <h2 id="explore-map" class="mb-2 text-base font-semibold">The backdrop over two placements</h2>
    <div v-if="chosen" class="flex flex-wrap items-end gap-3">
      <SelectField
        label="Across"
        :value="chosen.x.id"
        :options="options"
        class="[&_select]:w-52"
        test-name="axis-x"
        @choose="id => choose(0, id as AxisId)"
      />
      <SelectField
        label="Up"
        :value="chosen.y.id"
        :options="options"
        class="[&_select]:w-52"
        test-name="axis-y"
        @choose="id => choose(1, id as AxisId)"
      />
      <SearchLine kind="map" words="Working out the map" />
    </div>
    <p v-else>This set has no two placements to lay against each other: add a key.</p>
    <div v-if="chosen" class="mt-2 h-[25rem]">
      <ToneHeat
        :tones="fields"
        :lines="lines"
        :now="[chosen.x.now, chosen.y.now]"
        :x-range="[chosen.x.least, chosen.x.most]"
        :y-range="[chosen.y.least, chosen.y.most]"
        :x-name="`${axisWords(chosen.x)}, ${chosen.x.unit}`"
        :y-name="`${axisWords(chosen.y)}, ${chosen.y.unit}`"
        :label="`Backdrop tone over ${axisWords(chosen.x)} and ${axisWords(chosen.y)}`"
        @go="go"
      />
    </div>
    <p class="mt-1" data-test="map-words">
      {{ where }} {{ result }}
      <span class="text-soft">Everything else stays; the camera follows the key. Press anywhere to go there.</span>
    </p>
  </section>
</template>
