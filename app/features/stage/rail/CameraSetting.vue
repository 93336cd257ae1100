<script setup lang="ts">
import { useChangeNote } from '~/shared/useChangeNote'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import { Listbox, ListboxButton, ListboxOption, ListboxOptions, Switch } from '@headlessui/vue'
import { changeExposure, holdPoint } from '#core/edits/edits'
import { KEY_SIDE } from '#core/model/placeIds'
import { holdOf } from '#core/evaluation/probes/points'
import { apertureScale } from '#core/physics/units/fNumber'
import { formatAperture } from '#wording/notation/aperture'

const studio = useStudio()
const light = useLight()
const note = useChangeNote()

const follows = computed(() => studio.look.exposure.followsPointId !== null)
// An aperture that follows a point is known once there is light; until then the one that was set last says nothing.
const isKnown = computed(() => light.camera !== undefined || !follows.value)
const fNumber = computed(() => light.camera?.fNumber ?? studio.look.exposure.fNumber)
const scale = computed(() => {
  const { widest, smallest, clickStops } = studio.document.camera.apertures
  return apertureScale(widest, smallest, clickStops)
})
const shutter = computed(() => {
  const { shutterS } = studio.look.exposure
  return shutterS < 1 ? `1/${Math.round(1 / shutterS)}` : `${shutterS} s`
})

/** The key side read with the dome, as meters are held; or flat toward the key, as a card there would have it. */
const exposedFor = computed(() =>
  holdOf(studio.document, KEY_SIDE).receptor === 'dome' ? ('dome' as const) : ('card' as const),
)
const exposeFor = (what: 'dome' | 'card') => {
  note.mark()
  studio.edit(set => holdPoint(set, KEY_SIDE, { receptor: what === 'dome' ? 'dome' : 'flat', looks: 'light' }))
}
const setAperture = (chosen: number) => {
  note.mark()
  studio.edit(set => changeExposure(set, studio.look.id, { fNumber: chosen, followsPointId: null }))
}
const follow = (isOn: boolean) => {
  studio.edit(set =>
    changeExposure(set, studio.look.id, { fNumber: fNumber.value, followsPointId: isOn ? KEY_SIDE : null }),
  )
}
</script>

<template>
  <div class="border-b border-rule px-3 py-2">
    <div class="flex items-center gap-2">
      <Listbox :model-value="fNumber" class="relative" as="div" @update:model-value="setAperture">
        <ListboxButton
          class="rounded-sm border border-rule bg-well px-2 py-0.5 text-lg font-semibold"
          :aria-label="
            isKnown ? `${formatAperture(fNumber)}, aperture of the camera` : 'Aperture of the camera, being worked out'
          "
          data-test="camera"
        >
          {{ isKnown ? formatAperture(fNumber) : 'f/…' }}
        </ListboxButton>
        <ListboxOptions
          class="absolute left-0 z-20 mt-1 max-h-72 w-24 overflow-y-auto rounded-sm border border-rule bg-panel"
        >
          <ListboxOption v-for="aperture in scale" :key="aperture" v-slot="{ active }" :value="aperture">
            <span class="block cursor-pointer px-3 py-1" :class="{ 'bg-ink text-ground': active }">{{
              formatAperture(aperture)
            }}</span>
          </ListboxOption>
        </ListboxOptions>
      </Listbox>
      <span class="text-sm text-soft">{{ shutter }} · ISO {{ studio.look.exposure.iso }}</span>
    </div>
    <label class="mt-1.5 flex items-center gap-2 text-sm">
      <Switch
        :model-value="follows"
        class="flex items-center"
        data-test="follow"
        aria-label="Camera follows the key"
        @update:model-value="follow"
      >
        <span
          class="relative h-6 w-10 rounded-full border border-rule"
          :class="follows ? 'bg-accent' : 'bg-well'"
          aria-hidden="true"
        >
          <span
            class="absolute top-1 left-1 size-3.5 rounded-full bg-ink transition-transform"
            :class="{ 'translate-x-4 bg-on-accent!': follows }"
          />
        </span>
      </Switch>
      <span class="whitespace-nowrap">Follows the key</span>
      <select
        v-if="follows"
        class="press ml-auto h-7 w-20 px-1 text-sm"
        aria-label="Exposed for"
        data-test="exposed-for"
        :value="exposedFor"
        @change="exposeFor(($event.target as HTMLSelectElement).value as 'dome' | 'card')"
      >
        <option value="dome">dome</option>
        <option value="card">card</option>
      </select>
    </label>
  </div>
</template>
