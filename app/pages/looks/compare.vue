<script setup lang="ts">
import { computed, ref } from 'vue'
import LookCompare from '~/features/looks/LookCompare.vue'
import { useStudio } from '~/stores/studio'
import SelectField from '~/ui/SelectField.vue'

const studio = useStudio()
const chosen = ref<{ one?: string; other?: string }>({})
const ids = computed(() => studio.stored.looks.map(({ id }) => id))
const known = (id: string | undefined, otherwise: string | undefined) =>
  id && ids.value.includes(id) ? id : (otherwise ?? '')
const one = computed(() => known(chosen.value.one, studio.look.id))
const other = computed(() =>
  known(
    chosen.value.other,
    ids.value.find(id => id !== one.value),
  ),
)
const options = computed(() => studio.stored.looks.map(({ id, name }) => ({ value: id, name })))
</script>

<template>
  <div class="min-h-0 grow overflow-y-auto px-4 py-3">
    <div class="mx-auto flex max-w-5xl flex-col gap-4">
      <h2 class="sr-only">Compare two looks</h2>
      <p v-if="ids.length < 2">There is one look. Make another under Looks, and compare them here.</p>
      <template v-else>
        <div class="flex flex-wrap gap-3">
          <SelectField
            label="First"
            :value="one"
            :options="options"
            test-name="compare-one"
            @choose="id => (chosen = { ...chosen, one: id })"
          />
          <SelectField
            label="Second"
            :value="other"
            :options="options"
            test-name="compare-other"
            @choose="id => (chosen = { ...chosen, other: id })"
          />
        </div>
        <LookCompare :one-id="one" :other-id="other" />
      </template>
    </div>
  </div>
</template>
