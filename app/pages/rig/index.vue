<script setup lang="ts">
import { computed } from 'vue'
import { NuxtLink } from '#components'
import ArmBar from '~/features/rig/ArmBar.vue'
import BenchRig from '~/features/rig/BenchRig.vue'
import LampLine from '~/features/rig/LampLine.vue'
import LevelPanel from '~/features/rig/LevelPanel.vue'
import { useRigWatch } from '~/features/rig/useRigWatch'
import { useStudio } from '~/stores/studio'
import VerdictLine from '~/shared/VerdictLine.vue'
import { dimmable } from '#core/control/channels'
import { listed } from '#wording/language'
import { RIG_CAUTIONS } from '#wording/rig'

/** The lamps of the look, dimmed from here. */
const studio = useStudio()
useRigWatch()

const lamps = computed(() => dimmable(studio.document))
const flashes = computed(() => studio.document.lights.filter(({ lamp }) => lamp.kind === 'flash'))
</script>

<template>
  <div class="flex grow flex-col gap-6 p-4 lg:min-h-0 lg:flex-row lg:overflow-y-auto">
    <section aria-label="Lamps" class="min-w-0 lg:w-3/5">
      <VerdictLine />
      <h2 class="mt-3 text-lg font-semibold">{{ studio.look.name }}</h2>
      <ul v-if="lamps.length > 0" class="mt-1">
        <LampLine v-for="light in lamps" :key="light.id" :light="light" />
      </ul>
      <p v-else class="mt-2 text-soft">
        This set has no lamp that a desk could dim. Continuous lamps come from the
        <NuxtLink to="/kit" class="underline">kit</NuxtLink>.
      </p>
      <p v-if="flashes.length > 0" class="border-t border-rule py-2 text-soft">
        {{ listed(flashes.map(({ name }) => name)) }}: flash, turned by hand. No open standard reaches flash heads.
      </p>
    </section>
    <div class="flex flex-col gap-6 lg:w-2/5">
      <ArmBar />
      <LevelPanel />
      <BenchRig />
      <details>
        <summary>Cautions</summary>
        <ul class="mt-1 flex list-disc flex-col gap-1 pl-5 text-soft">
          <li v-for="caution in RIG_CAUTIONS" :key="caution">{{ caution }}</li>
        </ul>
      </details>
    </div>
  </div>
</template>
