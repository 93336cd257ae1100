<script setup lang="ts">
import { onMounted } from 'vue'
import { NuxtLink } from '#components'
import { useRoute } from '#imports'
import { useRig } from '~/stores/rig'

/** On every page: lamps are under somebody's hand, and the way to darken them. */
const rig = useRig()
const route = useRoute()
onMounted(async () => {
  await rig.look()
  await rig.resume()
})
</script>

<template>
  <div v-if="rig.armed" class="flex shrink-0 items-center gap-1" data-test="rig-badge">
    <NuxtLink to="/rig" class="rounded-sm border border-accent px-2 py-1 font-semibold text-accent">
      {{ rig.isMine ? 'Armed' : `Armed by ${rig.armed.name}` }}{{ rig.armed.isBlackout ? ', dark' : '' }}
    </NuxtLink>
    <button
      v-if="rig.isMine && !route.path.startsWith('/rig')"
      class="press"
      :aria-pressed="rig.armed.isBlackout"
      @click="rig.setBlackout(!rig.armed.isBlackout)"
    >
      {{ rig.armed.isBlackout ? 'Lift' : 'Blackout' }}
    </button>
  </div>
</template>
