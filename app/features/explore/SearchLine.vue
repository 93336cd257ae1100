<script setup lang="ts">
import { useSearch } from '~/stores/search'
import { computed } from 'vue'
import WorkingLine from '~/ui/WorkingLine.vue'

/** Progress of one kind of search, and its end. */
const props = defineProps<{ kind: 'toneSweep' | 'sensitivity' | 'map'; words: string }>()
const search = useSearch()
const isMine = computed(() => search.busy === props.kind)
</script>

<template>
  <WorkingLine
    v-if="isMine"
    class="text-sm"
    :data-test="`busy-${kind}`"
    :value="search.share"
    :words="words"
    @stop="search.stop()"
  />
</template>
