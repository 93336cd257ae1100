<script setup lang="ts">
import { useFrames } from '~/stores/frames'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { computed, ref, toRaw } from 'vue'
import FilePick from '~/ui/FilePick.vue'
import SelectField from '~/ui/SelectField.vue'
import { falloffOf } from '#core/camera/falloff'
import { editCamera } from '#core/edits/edits'
import { formatAperture } from '#wording/notation/aperture'
import { PICTURES_TAKEN } from '~/features/testFrames/pictureTypes'
import { errorWords } from '#wording/impossible'

/** What the lens takes toward the corners: it is the camera's, and must not be taught to the lamps. */
const studio = useStudio()
const frames = useFrames()
const light = useLight()
const problem = ref('')
const isBusy = ref(false)

const USES = [
  { value: 'none', name: 'nothing: the camera corrects it' },
  { value: 'model', name: 'the fourth power of the cosine' },
  { value: 'measured', name: 'flat fields, else the model' },
] as const
const camera = computed(() => studio.document.camera)
const now = computed(() => falloffOf(camera.value, { fNumber: light.camera?.fNumber ?? studio.look.exposure.fNumber }))
const use = (kind: (typeof USES)[number]['value']) =>
  studio.edit(set => editCamera(set, { falloff: { ...set.camera.falloff, use: kind } }))

const take = async (file: File) => {
  isBusy.value = true
  problem.value = ''
  const ticket = studio.ticket()
  try {
    const outcome = await frames.reader.flatField(toRaw(ticket.set), new Uint8Array(await file.arrayBuffer()))
    if (!outcome.ok) {
      problem.value = `${file.name}: ${outcome.message}`
      return
    }
    const { value: field } = outcome
    const kept = ticket.commit('This flat field', set => {
      const others = set.camera.falloff.fields.filter(
        other =>
          Math.abs(Math.log(other.focalLengthMm / field.focalLengthMm)) > 0.01 ||
          Math.abs(Math.log(other.fNumber / field.fNumber)) > 0.05,
      )
      return editCamera(set, { falloff: { use: 'measured', fields: [...others, field].slice(-24) } })
    })
    problem.value = kept.ok ? '' : kept.message
  } catch (error) {
    problem.value = `${file.name} could not be read: ${errorWords(error)} Nothing was changed.`
  } finally {
    isBusy.value = false
  }
}
</script>

<template>
  <section aria-label="Lens fall-off" class="flex flex-col gap-2 border-t border-rule pt-3" data-test="flat-field">
    <h2 class="font-semibold">Lens fall-off</h2>
    <p class="text-sm text-soft">
      Corners that the lens darkens must not be taught to the lamps. Photograph something even, an evenly lit wall out
      of focus or an opal before the lens, at the aperture of the shoot.
    </p>
    <div class="flex flex-wrap items-end gap-3">
      <SelectField
        label="Taken out of every test shot"
        :value="camera.falloff.use"
        :options="USES"
        test-name="falloff-use"
        class="w-64"
        wide
        @choose="kind => kind && use(kind)"
      />
      <FilePick
        :label="isBusy ? 'Reading it…' : 'Open a flat field'"
        :accept="PICTURES_TAKEN"
        test-name="flat-file"
        @pick="take"
      />
    </div>
    <p class="text-sm" data-test="falloff-words">
      <template v-if="now.kind === 'none'"> Nothing is taken out. </template>
      <template v-else>
        {{ now.cornerStops.toFixed(2) }} stop in the corners at {{ camera.lens.focalLengthMm }} mm,
        {{ now.kind === 'model' ? 'by the model: no flat field of this lens at this aperture' : 'by its flat field' }}.
      </template>
      <template v-if="camera.falloff.fields.length > 0">
        Flat fields:
        {{
          camera.falloff.fields.map(field => `${field.focalLengthMm} mm ${formatAperture(field.fNumber)}`).join(', ')
        }}.
      </template>
    </p>
    <p v-if="problem" role="alert" class="text-sm">
      {{ problem }}
    </p>
  </section>
</template>
