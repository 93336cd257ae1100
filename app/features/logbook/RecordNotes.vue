<script setup lang="ts">
import { computed } from 'vue'
import { useRecords } from '~/stores/records'
import SelectField from '~/ui/SelectField.vue'
import type { RecordHead } from '#core/records/recordHead'

/** What is written on a record: notes, tags, a rating. The record itself stays as it was kept. */
const props = defineProps<{ head: RecordHead }>()
const records = useRecords()
const RATINGS = ['0', '1', '2', '3', '4', '5'].map(value => ({ value, name: value === '0' ? 'none' : `${value} of 5` }))
const tags = computed(() => props.head.tags.join(', '))
const tag = (event: Event) => {
  const field = event.target as HTMLInputElement
  const list = [...new Set(field.value.split(',').map(one => one.trim().slice(0, 40)))].filter(Boolean).slice(0, 30)
  records.annotate(props.head.id, { tags: list })
  field.value = list.join(', ')
}
</script>

<template>
  <section aria-label="Notes" class="flex flex-wrap items-end gap-3">
    <label class="flex min-w-60 grow flex-col text-xs text-soft">
      Notes
      <textarea
        class="rounded-sm border border-rule bg-well px-2 py-1 text-sm text-ink"
        rows="2"
        maxlength="2000"
        :value="head.notes"
        data-test="record-notes"
        @change="records.annotate(head.id, { notes: ($event.target as HTMLTextAreaElement).value })"
      />
    </label>
    <label class="flex flex-col text-xs text-soft">
      Tags, with commas
      <input
        class="h-8 w-56 rounded-sm border border-rule bg-well px-2 text-sm text-ink"
        :value="tags"
        data-test="record-tags"
        @change="tag"
      />
    </label>
    <SelectField
      label="Rating"
      :value="String(head.rating)"
      :options="RATINGS"
      test-name="record-rating"
      @choose="value => records.annotate(head.id, { rating: Number(value) })"
    />
  </section>
</template>
