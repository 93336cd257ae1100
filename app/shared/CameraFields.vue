<script setup lang="ts">
import { useThingActions } from '~/shared/useThingActions'
import { useKit } from '~/stores/kit'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import DistanceField from '~/shared/DistanceField.vue'
import NumberField from '~/ui/NumberField.vue'
import PlaceRow from '~/shared/PlaceRow.vue'
import SelectField from '~/ui/SelectField.vue'
import { closeFocusStops } from '#core/camera/response'
import { FOCAL_LENGTHS_MM, frameUp } from '#core/brief/framing'
import { editCamera, turnCamera } from '#core/edits/edits'
import { CAMERA } from '#core/edits/things'
import { FRAMING_NAMES } from '#wording/tone'
import { inSentence } from '#wording/language'

const studio = useStudio()
const { edit } = useThingActions()
const camera = computed(() => studio.document.camera)
const focals = computed(() =>
  [...new Set([...FOCAL_LENGTHS_MM, camera.value.lens.focalLengthMm])]
    .sort((a, b) => a - b)
    .map(mm => ({ value: String(mm), name: `${mm} mm` })),
)
const kit = useKit()
const isKit = computed(() => kit.kit.cameras.some(({ id }) => id === camera.value.kitId))
const bodies = computed(() => [
  ...(isKit.value ? [] : [{ value: '', name: 'as it is' }]),
  ...kit.kit.cameras.map(({ id, what }) => ({ value: id, name: what.name })),
])
const take = (id: string) => {
  const item = kit.kit.cameras.find(candidate => candidate.id === id)
  if (item) edit(set => frameUp(editCamera(set, { ...item.what.what, kitId: id })))
}
const focusLoss = computed(() => {
  const {
    subjects: [subject],
    camera: { place, lens },
  } = studio.document
  return subject
    ? closeFocusStops(lens.focalLengthMm, Math.hypot(place.xM - subject.place.xM, place.yM - subject.place.yM)).toFixed(
        2,
      )
    : '0'
})
const isUpright = computed(() => camera.value.sensor.heightMm >= camera.value.sensor.widthMm)
</script>

<template>
  <div class="flex flex-wrap items-end gap-x-2.5 gap-y-2">
    <SelectField
      label="Camera"
      :value="isKit ? camera.kitId! : ''"
      :options="bodies"
      class="w-26"
      wide
      test-name="camera-body"
      @choose="take"
    />
    <PlaceRow :id="CAMERA" :place="camera.place" has-height />
    <DistanceField
      label="Aim height"
      :value="camera.aimHeightM"
      :least="0"
      :most="30"
      @change="metres => edit(set => editCamera(set, { aimHeightM: metres }))"
    />
    <SelectField
      label="Lens"
      :value="String(camera.lens.focalLengthMm)"
      :options="focals"
      class="w-24"
      wide
      test-name="lens"
      @choose="mm => edit(set => editCamera(set, { lens: { focalLengthMm: Number(mm) } }))"
    />
    <SelectField
      label="Orientation"
      :value="isUpright ? 'upright' : 'level'"
      :options="[
        { value: 'upright', name: 'portrait' },
        { value: 'level', name: 'landscape' },
      ]"
      class="w-22"
      wide
      @choose="how => edit(set => turnCamera(set, how === 'upright'))"
    />
    <NumberField
      label="Lens flare"
      :value="100 * camera.veilingGlare"
      :least="0"
      :most="50"
      unit=" %"
      narrow
      @change="percent => edit(set => editCamera(set, { veilingGlare: percent / 100 }))"
    />
    <NumberField
      label="White balance"
      :value="camera.whiteBalanceK"
      :least="1700"
      :most="20000"
      unit=" K"
      :digits="0"
      @change="whiteBalanceK => edit(set => editCamera(set, { whiteBalanceK }))"
    />
    <NumberField
      label="Sync speed 1/"
      :value="1 / camera.syncShutterS"
      :least="1"
      :most="8000"
      unit=" s"
      :digits="0"
      narrow
      test-name="sync"
      @change="parts => edit(set => editCamera(set, { syncShutterS: 1 / parts }))"
    />
    <NumberField
      label="Lens takes"
      :value="camera.lensLossStops"
      :least="0"
      :most="4"
      unit=" stop"
      narrow
      test-name="lens-loss"
      :title="`T-number and close focus, past the f-number. Focused on the subject, this lens takes ${focusLoss} stop.`"
      @change="lensLossStops => edit(set => editCamera(set, { lensLossStops }))"
    />
    <NumberField
      label="Sensor’s end"
      :value="camera.sensorHeadroomStops"
      :least="-1"
      :most="6"
      :digits="2"
      unit=" stop"
      narrow
      test-name="sensor-end"
      title="How far over white this sensor clips. Raw files are read by this figure. A new set assumes 0.5 stop; compare a raw file and a JPEG of one shot to find yours."
      @change="sensorHeadroomStops => edit(set => editCamera(set, { sensorHeadroomStops }))"
    />
    <button class="press h-8" data-test="frame-up" @click="edit(set => frameUp(set))">
      Frame {{ inSentence(FRAMING_NAMES[studio.document.brief.framing]) }}
    </button>
  </div>
</template>
