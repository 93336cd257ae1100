<script setup lang="ts">
import { computed, ref } from 'vue'
import { useStudio } from '~/stores/studio'
import NumberField from '~/ui/NumberField.vue'
import SelectField from '~/ui/SelectField.vue'
import { addCondition } from '#core/looks/dayEdits'
import type { LookCondition } from '#core/model/daySchema'

/** One more thing that the order of looks has to keep to. */
const studio = useStudio()
const KINDS = [
  { value: 'first', name: 'comes first' },
  { value: 'last', name: 'comes last' },
  { value: 'before', name: 'comes before' },
  { value: 'together', name: 'is next to' },
  { value: 'dirties', name: 'dirties the paper' },
] as const
const kind = ref<LookCondition['kind']>('last')
const chosen = ref<{ look?: string; other?: string }>({})
const options = computed(() => studio.stored.looks.map(({ id, name }) => ({ value: id, name })))
const known = (id: string | undefined, number: number) =>
  (options.value.find(({ value }) => value === id) ?? options.value[number])?.value ?? ''
const lookId = computed(() => known(chosen.value.look, 0))
const others = computed(() => options.value.filter(({ value }) => value !== lookId.value))
const otherId = computed(
  () => (others.value.find(({ value }) => value === chosen.value.other) ?? others.value[0])?.value ?? '',
)
const needsOther = computed(() => kind.value === 'before' || kind.value === 'together')

/** Sweeping a sweep; common practice, no source. */
const minutes = ref(3)
const made = (): LookCondition => {
  switch (kind.value) {
    case 'before':
    case 'together':
      return { kind: kind.value, lookId: lookId.value, otherId: otherId.value }
    case 'dirties':
      return { kind: 'dirties', lookId: lookId.value, minutes: minutes.value }
    default:
      return { kind: kind.value, lookId: lookId.value }
  }
}
const add = () => studio.edit(set => addCondition(set, made()))
</script>

<template>
  <form class="mt-2 flex flex-wrap items-end gap-2" @submit.prevent="add">
    <SelectField
      label="Look"
      :value="lookId"
      :options="options"
      test-name="condition-look"
      @choose="id => (chosen = { ...chosen, look: id })"
    />
    <SelectField
      label="Condition"
      :value="kind"
      :options="KINDS"
      test-name="condition-kind"
      @choose="value => value && (kind = value)"
    />
    <SelectField
      v-if="needsOther"
      label="Other look"
      :value="otherId"
      :options="others"
      test-name="condition-other"
      @choose="id => (chosen = { ...chosen, other: id })"
    />
    <NumberField
      v-if="kind === 'dirties'"
      label="To clean, min"
      :value="minutes"
      :least="0.5"
      :most="60"
      narrow
      @change="value => (minutes = value)"
    />
    <button class="press" data-test="add-condition">Add</button>
  </form>
</template>
