<script setup lang="ts">
import { computed } from 'vue'
import FixtureLine from '~/features/rig/FixtureLine.vue'
import RowList from '~/features/rig/RowList.vue'
import PatchSheet from '~/features/rig/PatchSheet.vue'
import { usePatchFiles } from '~/features/rig/usePatchFiles'
import { useStudio } from '~/stores/studio'
import FilePick from '~/ui/FilePick.vue'
import { dimmable } from '#core/control/channels'
import { patchFaults, proposedPatch, type Spacing } from '#core/control/patching'
import { changeFixtures } from '#core/edits/rigEdits'
import { patchFaultWords } from '#wording/rig'

/** Which lamp is which fixture. */
const studio = useStudio()
const { take, save, done, problem } = usePatchFiles()

const lamps = computed(() => dimmable(studio.document))
const faults = computed(() => patchFaults(studio.document.rig).map(fault => patchFaultWords(studio.document, fault)))
const propose = (spacing: Spacing) => studio.edit(set => changeFixtures(set, proposedPatch(set, spacing)))
const print = () => window.print()
</script>

<template>
  <div class="relative flex grow flex-col gap-4 p-4 lg:min-h-0 lg:overflow-y-auto">
    <div class="flex flex-wrap gap-2 print:hidden">
      <button class="press-main" :disabled="lamps.length === 0" data-test="by-tens" @click="propose('tens')">
        Address by tens
      </button>
      <button class="press" :disabled="lamps.length === 0" data-test="packed" @click="propose('packed')">
        Address one after another
      </button>
      <span class="grow" />
      <button class="press" data-test="patch-save" @click="save">Sheet (CSV)</button>
      <FilePick label="Take in a sheet" accept=".csv,text/csv" test-name="patch-file" @pick="take" />
      <button class="press" @click="print">Print</button>
    </div>
    <p v-if="done" role="status" data-test="patch-done">{{ done }}</p>
    <p v-if="problem" role="alert" data-test="patch-problem">{{ problem }}</p>
    <div v-if="faults.length > 0" role="alert" data-test="patch-faults">
      <p v-for="fault in faults" :key="fault">{{ fault }}</p>
    </div>
    <PatchSheet class="hidden print:block" />
    <div v-if="lamps.length > 0" class="relative shrink-0 overflow-x-auto print:hidden">
      <table class="w-full min-w-3xl text-left">
        <thead class="text-soft">
          <tr>
            <th scope="col" class="font-normal">Lamp</th>
            <th scope="col" class="font-normal">Universe</th>
            <th scope="col" class="font-normal">Address</th>
            <th scope="col" class="font-normal">Slots</th>
            <th scope="col" class="font-normal">Personality</th>
            <th scope="col" class="font-normal">Dimmer curve</th>
            <th scope="col" class="font-normal">Lowest, highest</th>
            <td />
          </tr>
        </thead>
        <tbody>
          <FixtureLine v-for="light in lamps" :key="light.id" :light="light" />
        </tbody>
      </table>
    </div>
    <p v-else class="text-soft">This set has no lamp that a desk could dim.</p>
    <RowList class="print:hidden" />
  </div>
</template>
