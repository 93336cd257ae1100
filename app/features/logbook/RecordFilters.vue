<script setup lang="ts">
import { computed } from 'vue'
import { useRecords } from '~/stores/records'
import SelectField from '~/ui/SelectField.vue'
import type { RecordFilter } from '#core/records/find'
import { SORT_NAMES, TONE_NAMES } from '#wording/records'

/** What the list is narrowed to and ordered by. */
const records = useRecords()
const any = { value: '', name: 'any' } as const
const optionsOf = (values: readonly (string | null)[]) => [
  any,
  ...[...new Set(values.filter(value => value !== null && value !== ''))]
    .toSorted()
    .map(value => ({ value: value!, name: value! })),
]
const backdrops = computed(() => optionsOf(records.heads.map(({ backdrop }) => backdrop)))
const modifiers = computed(() => optionsOf(records.heads.flatMap(head => head.modifiers)))
const sitters = computed(() => optionsOf(records.heads.map(({ sitter }) => sitter)))
const tones = [any, ...TONE_NAMES.map(([value, name]) => ({ value, name }))]
const TARGETS = [
  { value: '', name: 'either' },
  { value: 'on', name: 'on target' },
  { value: 'off', name: 'off target' },
] as const
const RATINGS = ['', '1', '2', '3', '4', '5'].map(value => ({ value, name: value ? `${value} or more` : 'any' }))
const sorts = SORT_NAMES.map(([value, name]) => ({ value, name }))
const target = computed(() => {
  const { isOnTarget } = records.filter
  if (isOnTarget === null) return ''
  return isOnTarget ? 'on' : 'off'
})
</script>

<template>
  <form class="flex flex-wrap items-end gap-2" role="search" @submit.prevent>
    <label class="flex flex-col text-xs text-soft">
      Search
      <input
        v-model="records.filter.text"
        type="search"
        class="h-8 w-56 rounded-sm border border-rule bg-well px-2 text-sm text-ink"
        data-test="search-records"
        autocomplete="off"
      />
    </label>
    <SelectField
      label="Tone"
      :value="records.filter.tone ?? ''"
      :options="tones"
      test-name="filter-tone"
      @choose="value => (records.filter.tone = (value || null) as RecordFilter['tone'])"
    />
    <SelectField
      label="Target"
      :value="target"
      :options="TARGETS"
      test-name="filter-target"
      @choose="value => (records.filter.isOnTarget = value === '' ? null : value === 'on')"
    />
    <SelectField
      v-if="backdrops.length > 2"
      label="Backdrop"
      :value="records.filter.backdrop"
      :options="backdrops"
      @choose="value => (records.filter.backdrop = value)"
    />
    <SelectField
      v-if="modifiers.length > 2"
      label="Modifier"
      :value="records.filter.modifier"
      :options="modifiers"
      @choose="value => (records.filter.modifier = value)"
    />
    <SelectField
      v-if="sitters.length > 1"
      label="Sitter"
      :value="records.filter.sitter"
      :options="sitters"
      test-name="filter-sitter"
      @choose="value => (records.filter.sitter = value)"
    />
    <SelectField
      label="Rating"
      :value="records.filter.leastRating ? String(records.filter.leastRating) : ''"
      :options="RATINGS"
      @choose="value => (records.filter.leastRating = Number(value))"
    />
    <SelectField
      label="Order"
      :value="records.sort"
      :options="sorts"
      test-name="sort-records"
      @choose="value => value && (records.sort = value)"
    />
  </form>
</template>
