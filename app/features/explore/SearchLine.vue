<script setup lang="ts">
import { useSearch } from '~/stores/search'
import { computed } from 'vue'
import ProgressBar from '~/ui/ProgressBar.vue'
/** Progress of one kind of search, and its end. */
const props = defineProps<{ kind: 'toneSweep' | 'sensitivity' | 'map'; words: string }>()
const search = useSearch()
const isMine = computed(() => search.busy === props.kind)
</script>

<template>
  <p v-if="isMine" class="flex items-center gap-2 text-sm text-soft" :data-test="`busy-${kind}`">
    <ProgressBar :value="search.share" :label="words" />
    {{ words }}
    <button class="press" @click="search.stop()">Stop</button>
  </p>
</template>
