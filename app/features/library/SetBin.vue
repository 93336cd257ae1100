<script setup lang="ts">
import { useLibrary } from '~/stores/library'
import { ref } from 'vue'
import { BIN_DAYS } from '~/storage/library'

/** Deleted sets, for as long as they can be put back. */
const library = useLibrary()
const isSure = ref(false)
const DAY_MS = 24 * 60 * 60 * 1000

const daysLeft = (deletedAt: string | undefined) =>
  Math.max(0, Math.ceil(BIN_DAYS - (Date.now() - Date.parse(deletedAt ?? '')) / DAY_MS) || 0)
const leftWords = (days: number) => (days === 1 ? 'one day left' : `${days} days left`)

const empty = async () => {
  isSure.value = false
  await library.emptyBin()
}
</script>

<template>
  <section aria-label="Bin">
    <div class="mb-2 flex flex-wrap items-center gap-3">
      <h2 class="grow text-lg font-semibold">Bin</h2>
      <template v-if="isSure">
        <span
          >{{ library.bin.length === 1 ? 'This set goes' : `These ${library.bin.length} sets go` }} for good, with
          pictures and steps.</span
        >
        <button class="press" data-test="empty-bin-sure" @click="empty">Delete for good</button>
        <button class="press" @click="isSure = false">Cancel</button>
      </template>
      <button v-else class="press" data-test="empty-bin" @click="isSure = true">Empty the bin</button>
    </div>
    <ul class="divide-y divide-rule border-y border-rule">
      <li v-for="set in library.bin" :key="set.id" class="flex flex-wrap items-center gap-3 py-2" data-test="binned">
        <span class="min-w-40 grow">{{ set.name }}</span>
        <span class="text-sm text-soft">{{ leftWords(daysLeft(set.deletedAt)) }}</span>
        <button class="press" :aria-label="`Put back ${set.name}`" @click="library.putBack(set.id)">Put back</button>
      </li>
    </ul>
  </section>
</template>
