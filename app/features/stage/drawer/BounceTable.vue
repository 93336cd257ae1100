<script setup lang="ts">
import { computed } from 'vue'
import { useBounces } from '~/features/stage/drawer/useBounces'
import { useLight } from '~/stores/light'
import { formatStops } from '#wording/notation/stops'

const light = useLight()
const { named } = useBounces()
const rows = computed(() =>
  light.readouts.map(({ point }) => ({
    point,
    named: named(point.id).map(({ name, percent, share }) => ({
      name,
      percent,
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
