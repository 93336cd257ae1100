<script setup lang="ts">
import { useSpotlight } from '~/features/stage/useSpotlight'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import LightPower from '~/features/stage/lights/LightPower.vue'
import { BACKDROP_MIDDLE, KEY_SIDE } from '#core/model/placeIds'
import { pointOfLight } from '#core/evaluation/probes/points'
import type { Light } from '#core/model/schema'
import { onlyOn } from '#core/model/settings'
import type { Readout } from '#core/evaluation/readout'
import { totalOf } from '#core/physics/transport/exposureAt'
import { formatFNumber } from '#wording/notation/aperture'

const props = defineProps<{ light: Light; isCompact?: boolean }>()
const studio = useStudio()
const lightStore = useLight()
const spotlight = useSpotlight()

const isOn = computed(() => lightStore.shownSettings[props.light.id]?.on ?? false)
/** What the light reads alone at its own point; an empty word where it is off or not worked out. */
const alone = computed(() => {
  const { evaluation, points } = lightStore
  if (!evaluation || !isOn.value || lightStore.isLate) return ''
  const settings = onlyOn({ ...studio.look, lights: lightStore.shownSettings }, [props.light.id])
  const { fNumber } = evaluation.under(settings).read(pointOfLight(props.light, points))
  return fNumber > 0 ? formatFNumber(fNumber) : ''
})

const shareOf = (readout: Readout | undefined): string => {
  const own = readout?.parts.find(part => part.lightId === props.light.id)
  const whole = readout ? totalOf(readout.parts) : 0
  return whole > 0 ? `${Math.round((100 * ((own?.directLuxS ?? 0) + (own?.bouncedLuxS ?? 0))) / whole)} %` : '–'
}
const at = (pointId: string) =>
  (lightStore.ghosts.length > 0 ? lightStore.ghosts : lightStore.readouts).find(readout => readout.point.id === pointId)
</script>

<template>
  <li
    class="min-w-0 border-rule px-3 py-1.5 max-lg:border-b lg:border-r"
    :class="{ 'flex items-center gap-x-2': isCompact }"
    :data-test="`light-${light.id}`"
    @pointerenter="spotlight.light([light.id])"
    @pointerleave="spotlight.dim()"
  >
    <button
      class="flex h-7 w-full min-w-0 items-baseline gap-x-1.5 text-left text-base max-lg:h-11 max-lg:items-center"
      :class="{ 'text-accent': studio.selectedId === light.id }"
      :title="`${light.name} ${light.job}: place, aim and fit`"
      @click="studio.selectedId = light.id"
    >
      <strong>{{ light.name }}</strong>
      <span class="min-w-0 truncate text-soft">{{ light.job }}</span>
      <span
        v-if="!isCompact && alone"
        class="ml-auto text-sm whitespace-nowrap text-soft"
        title="Read alone, at its own point"
      >
        {{ alone }}
      </span>
    </button>
    <LightPower :light="light" :is-small="isCompact" />
    <template v-if="!isCompact">
      <p v-if="lightStore.isLate" class="mt-1 text-xs text-soft">working out…</p>
      <p v-else class="mt-1 flex justify-between gap-2 text-xs whitespace-nowrap text-soft">
        <span title="Its share of the key side’s light">{{ shareOf(at(KEY_SIDE)) }} of subject</span>
        <span title="Its share of the light on the middle of the backdrop">
          {{ shareOf(at(BACKDROP_MIDDLE)) }} of backdrop
        </span>
      </p>
    </template>
  </li>
</template>
