<script setup lang="ts">
import { computed } from 'vue'
import { useBounces } from '~/features/stage/drawer/useBounces'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { formatStops } from '#wording/notation/stops'
import { thingName } from '#core/edits/thingNames'

/** Things named for each reading. */
const NAMED = 5

const studio = useStudio()
const light = useLight()
const { bounces } = useBounces()
const rows = computed(() =>
  light.readouts.map(({ point }) => ({
    point,
    named: (bounces.value.get(point.id) ?? []).slice(0, NAMED).map(({ owner, share }) => ({
      name: thingName(studio.document, owner),
      percent: Math.round(100 * share),
      without: formatStops(Math.log2(Math.max(1e-3, 1 - share))),
    })),
  })),
)
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
