<script setup lang="ts">
import { useLightTab } from '~/features/stage/thing/useLightTab'
import { useThingActions } from '~/shared/useThingActions'
import { useUnits } from '~/shared/useUnits'
import { useKit } from '~/stores/kit'
import { useLight } from '~/stores/light'
import { useNotices } from '~/stores/notices'
import { useStudio } from '~/stores/studio'
import { useVault } from '~/stores/vault'
import { downloadText } from '~/support/download'
import { fileStem } from '~/support/fileName'
import { computed, ref, toRaw } from 'vue'
import AimFields from '~/features/stage/thing/AimFields.vue'
import DistanceField from '~/shared/DistanceField.vue'
import FitFields from '~/features/stage/thing/FitFields.vue'
import PowerField from '~/features/stage/thing/PowerField.vue'
import PlaceRow from '~/shared/PlaceRow.vue'
import SelectField from '~/ui/SelectField.vue'
import ShapeFields from '~/features/stage/thing/ShapeFields.vue'
import { fitLamp, editLight, renameLight } from '#core/edits/edits'
import { placeExactly } from '#core/edits/things'
import { lightDistance, placeAtDistance } from '#core/edits/distances'
import type { Light } from '#core/model/schema'
import { errorWords } from '#wording/impossible'

const props = defineProps<{ light: Light }>()
const studio = useStudio()
const { edit } = useThingActions()
const { distance } = useUnits()
const kit = useKit()
const lighting = useLight()
const vault = useVault()
const notices = useNotices()
const { shows } = useLightTab()

const JOBS: Light['job'][] = ['key', 'fill', 'edge', 'hair', 'top', 'backdrop']

const putAtDistance = (metres: number) => {
  const place = placeAtDistance(props.light, studio.document, metres)
  edit(set => {
    if (!place)
      throw new Error(`It hangs more than ${distance(metres)} above or below what it lights; change the height first.`)
    return placeExactly(set, props.light.id, place)
  })
}
const isKitLamp = computed(() => kit.kit.lamps.some(({ id }) => id === props.light.lamp.kitId))
const lamps = computed(() => [
  ...(isKitLamp.value ? [] : [{ value: '', name: props.light.lamp.name }]),
  ...kit.kit.lamps.map(({ id, what }) => ({ value: id, name: what.name })),
])
const takeLamp = (id: string) => {
  const item = kit.kit.lamps.find(candidate => candidate.id === id)
  if (item) edit(set => fitLamp(set, props.light.id, { ...item.what, kitId: id }))
}
const isWriting = ref(false)
const savePhotometry = async () => {
  isWriting.value = true
  const { name, lamp, modifier } = props.light
  try {
    const issued = new Date().toISOString().slice(0, 10)
    const learned = lighting.learned.lightStops[props.light.id] ?? 0
    const text = await vault.reader.writeLamp(toRaw(props.light), learned, issued)
    downloadText(text, `${fileStem(`${name} ${lamp.name} ${modifier.name}`)}.ies`, 'text/plain')
  } catch (error) {
    notices.tell({ id: 'ies', words: `The photometric file could not be written: ${errorWords(error)}` })
  } finally {
    isWriting.value = false
  }
}
</script>

<template>
  <div v-if="shows === 'place'" class="flex flex-wrap items-end gap-x-2 gap-y-2">
    <div class="flex flex-col">
      <label :for="`name-${light.id}`" class="text-xs text-soft">Light</label>
      <input
        :id="`name-${light.id}`"
        :value="light.name"
        maxlength="80"
        class="h-8 w-14 rounded-sm border border-rule bg-well px-2 font-semibold"
        @change="edit(set => renameLight(set, light.id, ($event.target as HTMLInputElement).value))"
      />
    </div>
    <SelectField
      label="Job"
      :value="light.job"
      :options="JOBS.map(job => ({ value: job, name: job }))"
      test-name="job"
      class="w-27"
      wide
      @choose="job => job && edit(set => editLight(set, light.id, before => ({ ...before, job })))"
    />
    <PowerField :light="light" />
    <DistanceField
      :label="light.aim.at === 'subject' ? 'To subject' : 'To its aim'"
      :value="lightDistance(light, studio.document).lengthM"
      @change="putAtDistance"
    />
    <PlaceRow :id="light.id" :place="light.place" has-height />
  </div>
  <div v-else-if="shows === 'fit'" class="flex flex-wrap items-end gap-x-2 gap-y-2">
    <SelectField
      label="Lamp"
      :value="isKitLamp ? light.lamp.kitId! : ''"
      :options="lamps"
      test-name="lamp"
      class="w-30"
      wide
      @choose="takeLamp"
    />
    <FitFields :light="light" />
    <button
      class="press h-8"
      data-test="save-ies"
      title="Lamp and modifier as a photometric file (LM-63), as readings have shown"
      :disabled="isWriting"
      @click="savePhotometry"
    >
      {{ isWriting ? 'Writing…' : 'As LM-63' }}
    </button>
  </div>
  <AimFields v-else-if="shows === 'aim'" :light="light" />
  <ShapeFields v-else :light="light" />
</template>
