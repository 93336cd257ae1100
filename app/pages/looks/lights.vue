<script setup lang="ts">
import { computed } from 'vue'
import FittingTable from '~/features/looks/FittingTable.vue'
import { usePlacing } from '~/stores/placing'
import { useStudio } from '~/stores/studio'
import { useLooks } from '~/stores/looks'
import SelectField from '~/ui/SelectField.vue'
import WorkingLine from '~/ui/WorkingLine.vue'

const placing = usePlacing()
const studio = useStudio()
const looks = useLooks()

const JOBS = [
  { value: 'backdrop', name: 'the backdrop' },
  { value: 'key', name: 'the key' },
  { value: 'fill', name: 'fill' },
  { value: 'edge', name: 'the edge' },
  { value: 'hair', name: 'hair' },
  { value: 'top', name: 'from above' },
] as const
const jobs = computed(() => JOBS.filter(({ value }) => studio.stored.lights.some(({ job }) => job === value)))
</script>

<template>
  <div class="min-h-0 grow overflow-y-auto px-4 py-3">
    <div class="mx-auto flex max-w-6xl flex-col gap-3">
      <h2 class="text-lg font-semibold">Which lights for which job</h2>
      <p v-if="jobs.length === 0">The set has no lights. Add them on the stage, and choose lamps for them here.</p>
      <template v-else>
        <div class="flex flex-wrap items-end gap-3">
          <SelectField
            label="Lights for"
            :value="placing.job"
            :options="jobs"
            test-name="job"
            @choose="job => job && (placing.job = job)"
          />
          <WorkingLine
            v-if="placing.busy === 'lights'"
            :value="placing.share"
            words="Trying every lamp and modifier of your kit"
            @stop="placing.stop()"
          />
          <p v-else-if="looks.isSetting" role="status" class="text-soft">Working out the powers of the new looks…</p>
          <button v-else class="press-main" data-test="find-lights" @click="placing.askLights()">
            {{ placing.fittings ? 'Try them again' : 'Try what the kit has' }}
          </button>
        </div>
        <p v-if="placing.failure?.kind === 'lights'" role="alert">{{ placing.failure.words }}</p>
        <p v-if="placing.taken === 'lights' && !placing.fittings" role="status" data-test="fitted">
          Fitted, powers of every look with it. Undo takes it back.
        </p>
        <p v-else-if="!placing.fittings && placing.busy !== 'lights'" class="text-soft">
          Every lamp and modifier of your kit in turn, where the lights of the job stand now, held against the same
          targets of all looks.
        </p>
        <FittingTable v-if="placing.fittings" :fittings="placing.fittings" />
      </template>
    </div>
  </div>
</template>
