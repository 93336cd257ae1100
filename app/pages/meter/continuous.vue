<script setup lang="ts">
import DimPanel from '~/features/metering/continuous/DimPanel.vue'
import WalkLine from '~/features/metering/continuous/WalkLine.vue'
</script>

<template>
  <div class="grow lg:min-h-0 lg:overflow-y-auto">
    <div class="mx-auto grid max-w-6xl gap-x-10 gap-y-8 p-4 lg:grid-cols-2 lg:p-6">
      <DimPanel />
      <WalkLine />
    </div>
  </div>
</template>
