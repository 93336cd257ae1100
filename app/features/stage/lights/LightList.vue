<script setup lang="ts">
import { useStudio } from '~/stores/studio'
import LightRow from '~/features/stage/lights/LightRow.vue'
const studio = useStudio()
</script>

<template>
  <section aria-label="Lights" class="overflow-y-auto px-4 py-1">
    <ul class="divide-y divide-rule">
      <LightRow v-for="light in studio.document.lights" :key="light.id" :light="light" />
    </ul>
    <p v-if="studio.document.lights.length === 0" class="mt-2 text-soft">This set has no lights yet.</p>
  </section>
</template>
