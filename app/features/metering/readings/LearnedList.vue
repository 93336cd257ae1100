<script setup lang="ts">
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import { counted } from '#wording/language'
import { spreadOfFit } from '#core/calibration/fit'
import { formatStops } from '#wording/notation/stops'

const studio = useStudio()
const light = useLight()
const isFrozen = computed(() => studio.document.frozen !== null)

const rows = computed(() =>
  studio.document.lights.map(source => ({
    id: source.id,
    name: `${source.name} ${source.job}`,
    stops: light.calibration.learned.lightStops[source.id] ?? 0,
    spread: spreadOfFit(light.calibration.fit, { [source.id]: { powerStops: 0, directLuxS: 1, bouncedLuxS: 0 } }),
    count: studio.document.readings.filter(({ lights, trust }) => lights[source.id] && trust !== 'out').length,
  })),
)
const freeze = () =>
  studio.edit(set => ({
    ...set,
    frozen: set.frozen
      ? null
      : { lightStops: { ...light.calibration.learned.lightStops }, bounceStops: light.calibration.learned.bounceStops },
  }))
/** Readings stay on record, but teach nothing any more: of one light, or all. */
const forget = (lightId?: string) =>
  studio.edit(set => ({
    ...set,
    frozen: lightId ? set.frozen : null,
    readings: set.readings.map(reading =>
      !lightId || reading.lights[lightId] ? { ...reading, trust: 'out' as const } : reading,
    ),
  }))
</script>

<template>
  <section aria-label="Calibration">
    <h2 class="text-lg font-semibold">Calibration</h2>
    <dl class="mt-1 divide-y divide-rule border-y border-rule">
      <div v-for="row in rows" :key="row.id" class="flex items-baseline gap-3 py-1">
        <dt class="grow">
          {{ row.name }}
        </dt>
        <dd class="tabular-nums" :data-test="`learned-${row.id}`">
          <strong>{{ formatStops(row.stops) }}</strong>{{ ' ' }}
          <span class="text-sm text-soft">± {{ row.spread.toFixed(1) }}, {{ counted(row.count, 'reading') }}</span>
        </dd>
        <dd>
          <button
            class="press text-sm"
            :disabled="row.count === 0"
            :data-test="`forget-${row.id}`"
            @click="forget(row.id)"
          >
            Delete
          </button>
        </dd>
      </div>
      <div class="flex items-baseline gap-3 py-1">
        <dt class="grow">Bounce of the room</dt>
        <dd class="tabular-nums">
          <strong>{{ formatStops(light.calibration.learned.bounceStops) }}</strong>
        </dd>
      </div>
    </dl>
    <p class="mt-1 text-sm text-soft">
      Stops against the plan.
      {{
        isFrozen
          ? 'Held as it is: new readings are compared, but teach nothing.'
          : 'Every reading goes on teaching, as far as it fits the others.'
      }}
    </p>
    <div class="mt-2 flex gap-2">
      <button class="press" :aria-pressed="isFrozen" data-test="freeze" @click="freeze">
        {{ isFrozen ? 'Learn again' : 'Freeze' }}
      </button>
      <button class="press" :disabled="rows.every(row => row.count === 0)" data-test="forget-all" @click="forget()">
        Delete all
      </button>
    </div>
  </section>
</template>
