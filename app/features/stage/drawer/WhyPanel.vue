<script setup lang="ts">
import { ref } from 'vue'
import BounceTable from '~/features/stage/drawer/BounceTable.vue'
import WhyBars from '~/features/stage/drawer/WhyBars.vue'
import WhyTable from '~/features/stage/drawer/WhyTable.vue'

/** Where each reading's light comes from: as bars, or in figures. */
const hasFigures = ref(false)
</script>

<template>
  <div>
    <WhyBars v-if="!hasFigures" />
    <template v-else>
      <WhyTable />
      <BounceTable />
    </template>
    <button class="press mt-2" :aria-pressed="hasFigures" data-test="why-figures" @click="hasFigures = !hasFigures">
      {{ hasFigures ? 'As bars' : 'In figures' }}
    </button>
  </div>
</template>
