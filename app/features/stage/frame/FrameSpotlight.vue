<script setup lang="ts">
import { computed } from 'vue'
import { useSpotlight } from '~/features/stage/useSpotlight'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { vectorOf } from '#core/model/bounds'
import { placeInFrame } from '#core/testFrames/reading/places'
import { thingOf } from '#core/edits/things'

/** Rings in the picture about what is being spoken of, as far as the camera sees it. */
const { litIds } = useSpotlight()
const studio = useStudio()
const light = useLight()
const rings = computed(() => {
  if (litIds.value.length === 0) return []
  return litIds.value.flatMap(id => {
    const place = thingOf(studio.document, id)?.place
    const position = light.points.find(one => one.id === id)?.position ?? (place && vectorOf(place))
    const at = position && placeInFrame(studio.document, [...position])
    return at ? [{ id, ...at }] : []
  })
})
</script>

<template>
  <span
    v-for="ring in rings"
    :key="ring.id"
    class="pointer-events-none absolute size-10 -translate-1/2 rounded-full border-2 border-white mix-blend-difference"
    :style="{ left: `${100 * ring.x}%`, top: `${100 * ring.y}%` }"
    data-test="frame-spotlight"
    :data-spot="ring.id"
    aria-hidden="true"
  />
</template>
