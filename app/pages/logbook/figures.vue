<script setup lang="ts">
import { computed, onMounted } from 'vue'
import { NuxtLink } from '#components'
import { useRecords } from '~/stores/records'
import { counted } from '#wording/language'
import { formatStops } from '#wording/notation/stops'
import { formatMoment } from '#wording/notation/moment'

const records = useRecords()
onMounted(() => {
  if (!records.isLoaded) void records.load()
})
const headOf = (id: string) => records.heads.find(head => head.id === id)!
const placements = computed(() =>
  records.statistics.placements.slice(0, 20).map(({ ids, onTarget }) => {
    const last = headOf(ids.at(-1)!)
    return { id: last.id, name: `${last.setName}, ${last.lookName}`, count: ids.length, onTarget, at: last.at }
  }),
)
</script>

<template>
  <div class="min-h-0 grow overflow-y-auto px-4 py-3">
    <div class="mx-auto flex max-w-4xl flex-col gap-6">
      <p v-if="!records.isLoaded" class="text-soft">Reading the logbook…</p>
      <p v-else-if="records.heads.length === 0" class="text-soft">
        Nothing is kept yet; figures come of records that were metered.
      </p>
      <template v-else>
        <section aria-labelledby="lamps">
          <h2 id="lamps" class="text-lg font-semibold">Lamps against their rating</h2>
          <p v-if="records.statistics.lamps.length === 0" class="text-soft">No record has readings yet.</p>
          <table v-else class="w-full text-left" data-test="lamp-figures">
            <thead class="text-sm text-soft">
              <tr>
                <th class="font-normal">Lamp</th>
                <th class="text-right font-normal">Records</th>
                <th class="text-right font-normal">On average, stops</th>
                <th class="text-right font-normal">First to last, stops</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="lamp in records.statistics.lamps" :key="lamp.lamp" class="border-t border-rule">
                <td class="py-1">{{ lamp.lamp }}</td>
                <td class="figure text-right">{{ lamp.points.length }}</td>
                <td class="figure text-right">{{ formatStops(lamp.meanStops, 'tenths') }}</td>
                <td class="figure text-right">{{ formatStops(lamp.driftStops, 'tenths') }}</td>
              </tr>
            </tbody>
          </table>
        </section>
        <section aria-labelledby="months">
          <h2 id="months" class="text-lg font-semibold">Plan and meter, by month</h2>
          <p v-if="records.statistics.months.length === 0" class="text-soft">No record has readings yet.</p>
          <table v-else class="w-full max-w-md text-left">
            <tbody>
              <tr v-for="month in records.statistics.months" :key="month.month" class="border-t border-rule">
                <td class="py-1">{{ month.month }}</td>
                <td class="text-soft">{{ counted(month.records, 'record') }}</td>
                <td class="figure text-right">{{ month.meanOffStops.toFixed(2) }} stop apart</td>
              </tr>
            </tbody>
          </table>
        </section>
        <section aria-labelledby="placements">
          <h2 id="placements" class="text-lg font-semibold">Placements that were used again</h2>
          <p v-if="placements.length === 0" class="text-soft">
            None yet: records whose lights, subject and camera stand alike.
          </p>
          <ul v-else>
            <li v-for="one in placements" :key="one.id" class="flex gap-3 border-t border-rule py-1">
              <NuxtLink class="min-w-0 grow truncate hover:underline" :to="`/logbook/record?id=${one.id}`">
                {{ one.name }}
              </NuxtLink>
              <span class="text-soft">{{ formatMoment(one.at, 'whole') }}</span>
              <span class="figure">{{ one.count }} times, {{ one.onTarget }} on target</span>
            </li>
          </ul>
        </section>
      </template>
    </div>
  </div>
</template>
