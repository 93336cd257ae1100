<script setup lang="ts">
import { useStudio } from '~/stores/studio'
import { useUnits } from '~/shared/useUnits'
import { computed, ref } from 'vue'
import BackdropFields from '~/shared/BackdropFields.vue'
import CameraFields from '~/shared/CameraFields.vue'
import DistanceField from '~/shared/DistanceField.vue'
import MaterialField from '~/shared/MaterialField.vue'
import NumberField from '~/ui/NumberField.vue'
import SelectField from '~/ui/SelectField.vue'
import { askLook } from '#core/brief/looks'
import { bestLens, frameUp } from '#core/brief/framing'
import { editRoom, editSubject, longestUnder, lowerCeiling } from '#core/edits/edits'
import { askRatio, editBrief } from '#core/brief/editBrief'
import { CLOTHES, ROOM_MATERIALS, SKINS } from '#core/kit/materials'
import type { Brief, Room } from '#core/model/schema'
import { FRAMING_NAMES, LOOK_NAMES } from '#wording/tone'

const studio = useStudio()
const { distance } = useUnits()
const brief = computed(() => studio.document.brief)
const room = computed(() => studio.document.room)
const subject = computed(() => studio.document.subjects[0]!)

const LOOK_OPTIONS = Object.entries(LOOK_NAMES).map(([value, name]) => ({ value: value as Brief['look'], name }))
const FRAMING_OPTIONS = Object.entries(FRAMING_NAMES).map(([value, name]) => ({
  value: value as Brief['framing'],
  name,
}))
const RATIOS = [
  { value: '1', name: '1:1, flat' },
  { value: '2', name: '2:1, one stop' },
  { value: '3', name: '3:1' },
  { value: '4', name: '4:1, two stops' },
  { value: '8', name: '8:1, three stops' },
] as const
const SIZES = [
  ['Room width', 'widthM', 1.5, 60],
  ['Room depth', 'depthM', 1.5, 60],
  ['Room height', 'heightM', 1.8, 30],
  ['Space behind backdrop', 'behindBackdropM', 0.02, 50],
] as const
const WALLS = [
  ['Side walls', ['left', 'right']],
  ['Wall behind the camera', ['front']],
  ['Wall behind the backdrop', ['back']],
  ['Ceiling', ['ceiling']],
  ['Floor', ['floor']],
] as const

const change = (changes: Partial<Room>) => studio.edit(set => editRoom(set, changes))
/** A ceiling that was asked for, and that the backdrop does not fit under. */
const tooLow = ref<number>()
const changeSize = (changes: Partial<Room>) => {
  const isDone = change(changes).ok
  const { heightM } = changes
  tooLow.value = !isDone && heightM !== undefined && studio.document.backdrop.heightM >= heightM ? heightM : undefined
}
const shorten = () => {
  const { value: heightM } = tooLow
  tooLow.value = undefined
  if (heightM !== undefined) studio.edit(set => lowerCeiling(set, heightM))
}
const paint = (walls: readonly (keyof Room['reflectances'])[], reflectance: Room['reflectances']['left']) =>
  change({
    reflectances: { ...room.value.reflectances, ...Object.fromEntries(walls.map(wall => [wall, reflectance])) },
  })
const isGloss = computed(() => room.value.floorGloss !== null)
</script>

<template>
  <section aria-label="Brief" class="flex flex-col gap-4 p-4" data-test="brief">
    <div>
      <h2 class="mb-2 text-base font-semibold">The look</h2>
      <div class="grid grid-cols-2 gap-x-3 gap-y-2">
        <SelectField
          label="Look"
          :value="brief.look"
          :options="LOOK_OPTIONS"
          wide
          test-name="brief-look"
          @choose="look => look && studio.edit(set => askLook(set, studio.look.id, look))"
        />
        <SelectField
          label="Framing"
          :value="brief.framing"
          :options="FRAMING_OPTIONS"
          wide
          test-name="brief-framing"
          @choose="
            framing =>
              framing && studio.edit(set => frameUp(editBrief(set, { framing }), bestLens(editBrief(set, { framing }))))
          "
        />
        <SelectField
          label="Key to fill"
          :value="String(brief.ratio)"
          :options="
            RATIOS.some(({ value }) => Number(value) === brief.ratio)
              ? RATIOS
              : [...RATIOS, { value: String(brief.ratio), name: `${brief.ratio}:1` }]
          "
          wide
          test-name="brief-ratio"
          @choose="ratio => studio.edit(set => askRatio(set, studio.look.id, Number(ratio)))"
        />
        <div class="flex gap-3">
          <NumberField
            label="Looks"
            :value="brief.looksWanted"
            :least="1"
            :most="40"
            :digits="0"
            narrow
            whole
            @change="value => studio.edit(set => editBrief(set, { looksWanted: value }))"
          />
          <NumberField
            label="Minutes per subject"
            :value="brief.minutesPerSitter"
            :least="1"
            :most="600"
            :digits="0"
            narrow
            @change="value => studio.edit(set => editBrief(set, { minutesPerSitter: value }))"
          />
        </div>
      </div>
    </div>
    <div>
      <h2 class="mb-2 text-base font-semibold">Subject</h2>
      <div class="flex flex-wrap gap-x-3 gap-y-2">
        <MaterialField
          label="Clothing"
          :value="subject.clothing"
          :materials="CLOTHES"
          test-name="brief-clothing"
          @change="clothing => studio.edit(set => editSubject(set, subject.id, { clothing }))"
        />
        <MaterialField
          label="Skin"
          :value="subject.skin"
          :materials="SKINS"
          @change="skin => studio.edit(set => editSubject(set, subject.id, { skin }))"
        />
        <DistanceField
          label="Subject height"
          :value="subject.heightM"
          :least="subject.pose === 'object' ? 0.1 : 0.4"
          :most="2.4"
          @change="heightM => studio.edit(set => editSubject(set, subject.id, { heightM }))"
        />
      </div>
    </div>
    <div>
      <h2 class="mb-2 text-base font-semibold">Room</h2>
      <div class="flex flex-wrap gap-x-3 gap-y-2">
        <DistanceField
          v-for="[name, key, least, most] in SIZES"
          :key="key"
          :label="name"
          :value="room[key]"
          :least="least"
          :most="most"
          @change="length => changeSize({ [key]: length })"
        />
        <p
          v-if="tooLow !== undefined"
          role="status"
          class="flex w-full flex-wrap items-center gap-2"
          data-test="too-low"
        >
          The backdrop is {{ distance(studio.document.backdrop.heightM) }} high.
          <button class="press" data-test="shorten" @click="shorten">
            Shorten it to {{ distance(longestUnder(tooLow)) }}, for a ceiling at {{ distance(tooLow) }}
          </button>
        </p>
        <MaterialField
          v-for="[name, walls] in WALLS"
          :key="name"
          :label="name"
          :value="room.reflectances[walls[0]]"
          :materials="ROOM_MATERIALS"
          @change="reflectance => paint(walls, reflectance)"
        />
        <NumberField
          label="Room light, lamps off"
          :value="room.ambient?.lux ?? 0"
          :least="0"
          :most="100000"
          unit=" lx"
          :digits="0"
          test-name="ambient-lux"
          @change="lux => change({ ambient: lux > 0 ? { lux, cctK: room.ambient?.cctK ?? 4500 } : null })"
        />
        <NumberField
          v-if="room.ambient"
          label="its colour"
          :value="room.ambient.cctK"
          :least="1700"
          :most="20000"
          unit=" K"
          :digits="0"
          @change="cctK => room.ambient && change({ ambient: { ...room.ambient, cctK } })"
        />
        <label class="flex items-end gap-2 pb-1.5">
          <input
            type="checkbox"
            :checked="isGloss"
            @change="change({ floorGloss: isGloss ? null : { kind: 'coat', refractiveIndex: 1.5 } })"
          />
          Gloss floor
        </label>
      </div>
    </div>
    <div>
      <h2 class="mb-2 text-base font-semibold">Backdrop and camera</h2>
      <BackdropFields />
      <CameraFields class="mt-3" />
    </div>
  </section>
</template>
