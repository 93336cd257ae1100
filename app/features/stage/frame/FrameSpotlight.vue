<script setup lang="ts">
import { computed } from 'vue'
import { useSpotlight } from '~/features/stage/useSpotlight'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { project, projectionOf } from '#core/camera/projection'
import { thingOf } from '#core/edits/things'

/** Rings in the picture about what is being spoken of, as far as the camera sees it. */
const { litIds } = useSpotlight()
const studio = useStudio()
const light = useLight()
const rings = computed(() => {
  if (litIds.value.length === 0) return []
  const projection = projectionOf(studio.document)
  return litIds.value.flatMap(id => {
    const place = thingOf(studio.document, id)?.place
    const point = light.points.find(one => one.id === id)
    const position = point?.position ?? (place && ([place.xM, place.yM, place.zM] as const))
    const at = position && project(projection, [...position])
    return at && Math.min(at.u, at.v) >= 0 && Math.max(at.u, at.v) <= 1 ? [{ id, ...at }] : []
  })
})
</script>

<template>
  <span
    v-for="ring in rings"
    :key="ring.id"
    class="pointer-events-none absolute size-10 -translate-1/2 rounded-full border-2 border-white mix-blend-difference"
    :style="{ left: `${100 * ring.u}%`, top: `${100 * ring.v}%` }"
    data-test="frame-spotlight"
    aria-hidden="true"
  />
</template>
