<script setup lang="ts">
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { computed, shallowRef, watch } from 'vue'
import { weightsOf } from '#core/calibration/weights'
import { formatStops } from '#wording/notation/stops'
import { thingName } from '#core/edits/thingNames'
import type { BounceTable } from '#services/light/lightApi'

/** Things named for each reading; the rest is added up. */
const NAMED = 5

const studio = useStudio()
const light = useLight()
const table = shallowRef<BounceTable | undefined>()

watch(
  () => light.solvedRevision,
  async revision => {
    table.value = (await light.bounces(revision)) ?? table.value
  },
  { immediate: true },
)

/** Shares of each reading by what sent the light on last, under the powers that are shown. */
const rows = computed(() => {
  const { value: known } = table
  if (!known || !light.camera) return []
  const weights = weightsOf(studio.document, light.shownSettings, light.camera, light.learned)
  return light.readouts.map(({ point, parts }) => {
    const whole = parts.reduce((sum, part) => sum + part.directLuxS + part.bouncedLuxS, 0)
    const things = new Map<string, number>()
    for (const [lightId, owners] of Object.entries(known[point.id] ?? {})) {
      for (const [owner, luxS] of Object.entries(owners)) {
        things.set(owner, (things.get(owner) ?? 0) + luxS * (weights[lightId]?.bounced ?? 0))
      }
    }
    const sorted = [...things]
      .sort((a, b) => b[1] - a[1])
      .map(([owner, luxS]) => ({
        name: thingName(studio.document, owner),
        percent: whole > 0 ? Math.round((100 * luxS) / whole) : 0,
        without: formatStops(Math.log2(Math.max(1e-3, 1 - luxS / whole))),
      }))
      .filter(({ percent }) => percent > 0)
    return { point, named: sorted.slice(0, NAMED) }
  })
})
</script>

<template>
  <dl class="mt-2 grid grid-cols-[auto_1fr] gap-x-6 text-sm" data-test="bounces">
    <dt class="text-soft">Bounced from</dt>
    <dd class="text-soft">share of the whole reading</dd>
    <template v-for="row in rows" :key="row.point.id">
      <dt>{{ row.point.name }}</dt>
      <dd>
        <span
          v-for="thing in row.named"
          :key="thing.name"
          class="mr-4 cursor-help whitespace-nowrap"
          :title="`Were it black, this would read ${thing.without} stop`"
          >{{ thing.name }} {{ thing.percent }} %</span
        >
        <span v-if="row.named.length === 0">nothing to speak of</span>
      </dd>
    </template>
  </dl>
</template>
