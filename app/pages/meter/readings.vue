<script setup lang="ts">
import { useReadingsFile } from '~/features/metering/readings/useReadingsFile'
import { useStudio } from '~/stores/studio'
import FilePick from '~/ui/FilePick.vue'
import LearnedList from '~/features/metering/readings/LearnedList.vue'
import TableWaiting from '~/features/metering/readings/TableWaiting.vue'
import ReadingsTable from '~/features/metering/readings/ReadingsTable.vue'
import { NuxtLink } from '#components'
const studio = useStudio()
const { save, load, take, leave, waiting, done, problem } = useReadingsFile()

const drop = async (event: DragEvent) => {
  const [file] = event.dataTransfer?.files ?? []
  if (file) await load(file)
}
</script>

<template>
  <div class="grow lg:min-h-0 lg:overflow-y-auto" @dragover.prevent @drop.prevent="drop">
    <div class="grid grid-cols-1 gap-x-8 gap-y-6 p-4 2xl:grid-cols-[minmax(0,1fr)_21rem]">
      <div class="min-w-0">
        <p v-if="studio.document.readings.length === 0" class="text-lg">
          No reading was taken yet.
          <NuxtLink to="/meter" class="underline">Begin the run</NuxtLink>, or take in a table.
        </p>
        <ReadingsTable v-else />
      </div>
      <div class="grid content-start gap-x-10 gap-y-6 md:grid-cols-2 2xl:grid-cols-1">
        <LearnedList />
        <section aria-label="Table">
          <h2 class="text-lg font-semibold">As a table</h2>
          <div class="mt-2 flex flex-wrap gap-2">
            <button
              class="press"
              :disabled="studio.document.readings.length === 0"
              data-test="readings-export"
              @click="save"
            >
              Save as CSV
            </button>
            <FilePick
              label="Import CSV"
              accept=".csv,.tsv,.txt,text/csv"
              test-name="readings-import"
              @pick="file => load(file)"
            />
          </div>
          <TableWaiting
            v-if="waiting"
            :waiting="waiting"
            @take="take"
            @leave="leave"
            @order="order => waiting && load(waiting.file, order)"
          />
          <p v-if="done" role="status" class="mt-2" data-test="readings-done">
            {{ done }}
          </p>
          <p v-if="problem" role="alert" class="mt-2" data-test="readings-file-problem">
            {{ problem }}
          </p>
        </section>
      </div>
    </div>
  </div>
</template>
