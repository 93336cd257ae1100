<script setup lang="ts">
import { useRecords } from '~/stores/records'
import { BIN_DAYS } from '~/storage/library'
import { formatMoment } from '#wording/notation/moment'

/** Records that were deleted, for as long as they can be put back. */
const records = useRecords()
</script>

<template>
  <section aria-label="Deleted records" class="mt-4 text-sm">
    <button
      v-if="!records.bin"
      class="text-soft underline underline-offset-2"
      data-test="show-bin"
      @click="records.showBin()"
    >
      Deleted records
    </button>
    <template v-else>
      <h2 class="font-semibold">Deleted records</h2>
      <p class="text-soft">They are kept for {{ BIN_DAYS }} days.</p>
      <p v-if="records.bin.length === 0">There are none.</p>
      <ul data-test="record-bin">
        <li v-for="head in records.bin" :key="head.id" class="flex items-center gap-3 border-t border-rule py-1">
          <span class="min-w-0 grow truncate"
            >{{ head.setName }}, {{ head.lookName }}; {{ formatMoment(head.at, 'whole') }}</span
          >
          <button
            class="press"
            :aria-label="`Put ${head.setName}, ${head.lookName} back`"
            @click="records.putBack(head.id)"
          >
            Put back
          </button>
        </li>
      </ul>
    </template>
  </section>
</template>
