<script setup lang="ts">
import { ref, shallowRef } from 'vue'
import { NuxtLink } from '#components'
import { useRecords } from '~/stores/records'
import { useStudio } from '~/stores/studio'
import type { Frame } from '#core/model/schema'
import type { StudioRecord } from '#core/records/recordSchema'

/** Keeps the look as it stands in the logbook, with one press. */
const props = defineProps<{ from: StudioRecord['from']; frame?: Frame }>()
const records = useRecords()
const studio = useStudio()
const kept = shallowRef<{ id: string; of: unknown } | null>(null)
const isBusy = ref(false)

const keep = async () => {
  isBusy.value = true
  const of = studio.stored
  const id = await records.keep({ from: props.from, frame: props.frame })
  kept.value = id ? { id, of } : null
  isBusy.value = false
}
</script>

<template>
  <NuxtLink
    v-if="kept && kept.of === studio.stored"
    class="press inline-flex items-center"
    :to="`/logbook/record?id=${kept.id}`"
    data-test="kept"
  >
    Kept: see it
  </NuxtLink>
  <button
    v-else
    type="button"
    class="press"
    data-test="keep"
    :disabled="isBusy"
    title="Into the logbook, as it stands"
    @click="keep"
  >
    {{ isBusy ? 'Keeping…' : 'Keep this' }}
  </button>
</template>
