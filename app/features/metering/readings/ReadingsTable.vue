<script setup lang="ts">
import { counted } from '#wording/language'
import { useReadingsTable } from '~/features/metering/readings/useReadingsTable'
import { useReadingWords } from '~/shared/useReadingWords'
import { computed, ref } from 'vue'
import { constantOfReading } from '#core/calibration/compare'
import { ArrowDown, ArrowUp, Trash2 } from '@lucide/vue'
import { formatFNumber } from '#wording/notation/aperture'
import { formatStops } from '#wording/notation/stops'
import type { Reading } from '#core/model/schema'
import { formatMoment } from '#wording/notation/moment'
import { directionWords } from '#wording/metering'

const { table, filter, problem, all, lines, edit, retype, remove } = useReadingsTable()
const { words } = useReadingWords()
const LIMIT = 200
const shown = ref(LIMIT)
const rows = computed(() => table.getRowModel().rows.slice(0, shown.value))
const when = (at: string) => formatMoment(at, 'to-second')
const TRUST: Record<Reading['trust'], string> = { auto: 'as it fits', sure: 'believed', out: 'left out' }
const TRUSTS = Object.entries(TRUST) as [Reading['trust'], string][]
const write = (reading: Reading) =>
  reading.shown === 'nothing'
    ? 'nothing'
    : words(reading.fNumber, constantOfReading(reading), Object.keys(reading.lights))
const change = (reading: Reading, event: Event) => {
  const field = event.target as HTMLInputElement
  if (!retype(reading, field.value)) field.value = write(reading)
}
const INPUT = 'rounded-sm border border-transparent bg-transparent px-1 hover:border-rule focus:border-rule'
</script>

<template>
  <div>
    <div class="flex flex-wrap items-center gap-3">
      <input
        v-model="filter"
        class="h-9 w-64 rounded-sm border border-rule bg-well px-2"
        placeholder="Find by place, lamp, note…"
        aria-label="Find readings"
        data-test="readings-filter"
      />
      <span class="text-soft">{{
        lines.length === all.length ? counted(all.length, 'reading') : `${lines.length} of ${all.length} readings`
      }}</span>
    </div>
    <p v-if="problem" role="alert" class="mt-2" data-test="readings-problem">
      {{ problem }}
    </p>
    <div class="relative mt-3 overflow-x-auto" tabindex="0" role="region" aria-label="Readings">
      <table class="w-full min-w-220 text-left tabular-nums">
        <thead>
          <tr v-for="group in table.getHeaderGroups()" :key="group.id" class="border-b border-rule text-sm">
            <th
              v-for="header in group.headers"
              :key="header.id"
              :aria-sort="
                header.column.getIsSorted() === 'asc'
                  ? 'ascending'
                  : header.column.getIsSorted() === 'desc'
                    ? 'descending'
                    : 'none'
              "
              class="py-1 pr-3 font-normal"
            >
              <button
                class="flex items-center gap-1 text-soft hover:text-ink"
                :data-test="`sort-${header.column.id}`"
                @click="header.column.toggleSorting()"
              >
                {{ header.column.columnDef.header }}
                <ArrowUp v-if="header.column.getIsSorted() === 'asc'" :size="12" />
                <ArrowDown v-if="header.column.getIsSorted() === 'desc'" :size="12" />
              </button>
            </th>
            <th class="py-1 pr-3 font-normal text-soft">Meter</th>
            <th class="py-1 pr-3 font-normal text-soft">Teaches</th>
            <th class="py-1 pr-3 font-normal text-soft">Note</th>
            <th><span class="sr-only">Delete</span></th>
          </tr>
        </thead>
        <tbody class="divide-y divide-rule">
          <template v-for="{ original: line } in rows" :key="line.id">
            <tr
              :class="{ 'text-soft': line.reading.trust === 'out' }"
              :data-test="`reading-${line.id}`"
              :data-outlier="line.isOutlier"
            >
              <td class="min-w-40 py-1 pr-3">
                {{ line.point }}<span v-if="line.look" class="block text-xs text-soft">{{ line.look }}</span>
              </td>
              <td class="py-1 pr-3">
                <input
                  :class="INPUT"
                  class="w-24 font-semibold"
                  :value="write(line.reading)"
                  :aria-label="`Reading at ${line.point}`"
                  data-test="reading-figure"
                  @change="change(line.reading, $event)"
                />
              </td>
              <td class="py-1 pr-3">
                {{ line.expectedFNumber ? formatFNumber(line.expectedFNumber) : '' }}
              </td>
              <td class="py-1 pr-3">
                {{ line.offStops === undefined ? '' : formatStops(line.offStops) }}
              </td>
              <td class="min-w-32 py-1 pr-3 text-sm">
                {{ line.lamps }}
              </td>
              <td class="py-1 pr-3 text-sm whitespace-nowrap">
                {{ when(line.at) }}
              </td>
              <td class="min-w-44 py-1 pr-3 text-xs text-soft">
                {{ line.reading.meter === 'incident' ? line.reading.receptor : line.reading.meter }},
                {{ line.reading.source }}<span class="block">{{ directionWords(line.reading) }}</span>
              </td>
              <td class="py-1 pr-3">
                <select
                  class="press h-8 text-sm"
                  :value="line.reading.trust"
                  :aria-label="`What the reading at ${line.point} teaches`"
                  data-test="reading-trust"
                  @change="edit(line.id, { trust: ($event.target as HTMLSelectElement).value as Reading['trust'] })"
                >
                  <option v-for="[value, name] in TRUSTS" :key="value" :value="value">
                    {{ name }}
                  </option>
                </select>
              </td>
              <td class="py-1 pr-3">
                <input
                  :class="INPUT"
                  class="w-36"
                  maxlength="2000"
                  :value="line.reading.note"
                  :aria-label="`Note on the reading at ${line.point}`"
                  data-test="reading-note"
                  @change="edit(line.id, { note: ($event.target as HTMLInputElement).value })"
                />
              </td>
              <td>
                <button
                  class="press"
                  :aria-label="`Delete the reading at ${line.point}`"
                  data-test="reading-delete"
                  @click="remove(line.id)"
                >
                  <Trash2 :size="14" />
                </button>
              </td>
            </tr>
            <tr v-if="line.isOutlier" :key="`${line.id}-doubt`">
              <td colspan="10" class="border-t-0! pb-2" data-test="reading-doubt">
                <span class="border-l-4 border-ink pl-2"
                  ><strong>Does not fit the others, and is left out.</strong> {{ line.doubt }}</span
                >
              </td>
            </tr>
          </template>
        </tbody>
      </table>
    </div>
    <button v-if="lines.length > shown" class="press mt-3" @click="shown += LIMIT">
      Show {{ Math.min(LIMIT, lines.length - shown) }} more
    </button>
  </div>
</template>
