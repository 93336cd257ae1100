<script setup lang="ts">
import { useFixes } from '~/shared/useFixes'
import { useLight } from '~/stores/light'
import { useSpotlight } from '~/features/stage/useSpotlight'
import { concernsOf } from '#core/checks/finding'

/** All that speaks up beside the tones, with every way to mend it; what one points at is lit up. */
const light = useLight()
const { light: lightUp, dim } = useSpotlight()
const { findingWords, fixWords, mend } = useFixes()
</script>

<template>
  <ul class="mt-1 flex flex-col divide-y divide-rule" data-test="all-findings">
    <li
      v-for="finding in light.findings"
      :key="finding.id"
      class="flex flex-wrap items-center gap-x-3 gap-y-1 py-1.5 hover:bg-ground"
      :data-test="`finding-${finding.id}`"
      @pointerenter="lightUp(concernsOf(finding))"
      @pointerleave="dim"
      @focusin="lightUp(concernsOf(finding))"
      @focusout="dim"
    >
      <span class="min-w-0 grow basis-80">
        <strong v-if="finding.kind === 'caution'" class="font-semibold">Take care: </strong>{{ findingWords(finding) }}
      </span>
      <button
        v-for="one in finding.fixes"
        :key="fixWords(one)"
        class="press text-left"
        data-test="mend"
        @click="mend(one)"
      >
        {{ fixWords(one) }}
      </button>
    </li>
  </ul>
  <p v-if="light.findings.length === 0" class="text-soft">
    {{ light.isChecking ? 'Checking what else there is…' : 'Nothing else to see to.' }}
  </p>
</template>
