<script setup lang="ts">
import { useLitPicture } from '~/shared/useLitPicture'
import { useLookPlace } from '~/features/stage/frame/useLookPlace'
import { useStudio } from '~/stores/studio'
import { computed, ref, useId } from 'vue'
import PictureCanvas from '~/ui/PictureCanvas.vue'
import { backdropViewpoint, viewpoints } from '#core/evaluation/probes/viewpoints'

/** Pixels around: the whole turn is twice as wide as it is high. */
const PICTURE_WIDTH = 392

const studio = useStudio()
const { place: pressed } = useLookPlace()
const places = computed(() => [
  ...viewpoints(studio.document),
  ...(pressed.value ? [backdropViewpoint(studio.document, pressed.value.across, pressed.value.up)] : []),
])
const chosenId = ref(pressed.value ? 'backdrop/here' : '')
const place = computed(() => places.value.find(candidate => candidate.id === chosenId.value) ?? places.value[0]!)
const { picture, isFresh } = useLitPicture(() => ({
  at: 'around',
  width: PICTURE_WIDTH,
  eye: place.value.eye,
  turnDeg: place.value.turnDeg,
  clearM: place.value.clearM,
}))
const fieldId = useId()
</script>

<template>
  <div>
    <div class="flex items-center gap-2">
      <label :for="fieldId" class="text-soft">From</label>
      <select :id="fieldId" v-model="chosenId" class="press grow" data-test="look-from">
        <option
          v-for="candidate in places"
          :key="candidate.id"
          :value="candidate.id === places[0]!.id ? '' : candidate.id"
        >
          {{ candidate.name }}
        </option>
      </select>
    </div>
    <div class="mt-2 aspect-2/1 w-full bg-well">
      <PictureCanvas
        v-if="picture"
        :picture="picture"
        :label="`All that ${place.name} sees`"
        class="size-full"
        :class="{ 'opacity-60': !isFresh }"
        data-test="look-back"
      />
    </div>
    <p class="mt-1 text-sm text-soft">
      All round, at the camera setting: straight ahead in the middle, behind at both ends. What is bright here lights
      it.
    </p>
  </div>
</template>
