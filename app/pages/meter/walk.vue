<script setup lang="ts">
import WalkLine from '~/features/metering/walk/WalkLine.vue'
</script>

<template>
  <div class="grow lg:min-h-0 lg:overflow-y-auto">
    <WalkLine class="mx-auto max-w-4xl p-4 lg:p-6" />
  </div>
</template>
