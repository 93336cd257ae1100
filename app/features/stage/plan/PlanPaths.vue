<script setup lang="ts">
import { computed } from 'vue'
import { useBounces } from '~/features/stage/drawer/useBounces'
import { courseOn, type PlanMap } from '~/features/stage/plan/planMap'
import { useSpotlight } from '~/features/stage/useSpotlight'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { totalOf } from '#core/physics/transport/exposureAt'
import { vectorOf } from '#core/model/bounds'
import { ownerPlace } from '#core/scene/ownerPlaces'
import type { Vector } from '#core/physics/units/vector'

/** The ways of light to the place that is spoken of, as wide as their shares: straight in full, bounced in dashes. */
const props = defineProps<{ map: PlanMap; isSide?: boolean }>()
const studio = useStudio()
const light = useLight()
const { waysTo } = useSpotlight()
const { bounces } = useBounces()
const WIDEST_PX = 9
const SEEN_SHARE = 0.02

const flat = ([x, y, z]: Vector) => [y, props.isSide ? z : x] as const
const ways = computed(() => {
  const readout = light.readouts.find(({ point }) => point.id === waysTo.value)
  const whole = readout ? totalOf(readout.parts) : 0
  if (!readout || whole <= 0) return []
  const to = [...readout.point.position] as Vector
  const straight = readout.parts.map(({ lightId, directLuxS }) => {
    const source = studio.document.lights.find(({ id }) => id === lightId)
    return { id: lightId, isBounced: false, share: directLuxS / whole, from: source && vectorOf(source.place) }
  })
  const bounced = (bounces.value.get(readout.point.id) ?? []).map(({ owner, share }) => ({
    id: `from ${owner}`,
    isBounced: true,
    share,
    from: ownerPlace(studio.document, owner, to),
  }))
  return [...straight, ...bounced].flatMap(({ id, isBounced, share, from }) =>
    from && share > SEEN_SHARE
      ? [{ id, isBounced, width: Math.max(1, WIDEST_PX * share), path: courseOn(props.map, [flat(from), flat(to)]) }]
      : [],
  )
})
const end = computed(() => {
  const point = light.points.find(({ id }) => id === waysTo.value)
  if (!point) return undefined
  const [depthM, acrossM] = flat([...point.position] as Vector)
  return props.map.at(depthM, acrossM)
})
</script>

<template>
  <g class="pointer-events-none fill-none stroke-accent" aria-hidden="true">
    <path
      v-for="way in ways"
      :key="way.id"
      :d="way.path"
      :stroke-width="way.width"
      :stroke-dasharray="way.isBounced ? '5 4' : undefined"
      opacity="0.8"
      data-test="way"
    />
    <circle v-if="end" :cx="end.x" :cy="end.y" r="7" class="stroke-3" />
  </g>
</template>
