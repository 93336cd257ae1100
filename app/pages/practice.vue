<script setup lang="ts">
import { onMounted } from 'vue'
import { NuxtPage } from '#components'
import PartBar from '~/shell/PartBar.vue'
import { usePractice } from '~/stores/practice'

const PARTS = [
  { to: '/practice', name: 'Course' },
  { to: '/practice/progress', name: 'Progress' },
  { to: '/practice/collections', name: 'Collections' },
] as const
const practice = usePractice()
onMounted(() => {
  if (!practice.isLoaded) void practice.load()
})
</script>

<template>
  <div class="flex grow flex-col lg:min-h-0">
    <PartBar label="Practice" :parts="PARTS" class="print:hidden" />
    <p v-if="practice.failure" role="alert" class="px-4 py-2">{{ practice.failure }}</p>
    <p v-if="practice.unkept" role="alert" class="px-4 py-2">
      This browser keeps nothing here ({{ practice.unkept }}): results last as long as this page.
    </p>
    <NuxtPage />
  </div>
</template>
