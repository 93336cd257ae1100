<script setup lang="ts">
import { computed } from 'vue'
import PlacementAnswer from '~/features/looks/PlacementAnswer.vue'
import PlacementFront from '~/features/looks/PlacementFront.vue'
import { useLooks } from '~/stores/looks'
import { usePlacing } from '~/stores/placing'
import SelectField from '~/ui/SelectField.vue'
import WorkingLine from '~/ui/WorkingLine.vue'
import { placementWords } from '#wording/placements'

const looks = useLooks()
const placing = usePlacing()

const MOVED = [
  { value: '0', name: 'nothing' },
  { value: '1', name: 'one thing' },
  { value: '2', name: 'two things' },
] as const
const front = computed(() => placing.found?.front ?? [])
const points = computed(() =>
  front.value.map(({ id, betweenMinutes, missStops, served, looks: all }) => ({
    id,
    minutes: betweenMinutes,
    stops: missStops,
    name: `${served} of ${all.length}`,
  })),
)
const chartWords = computed(() => front.value.map(placementWords).join('. '))
</script>

<template>
  <div class="min-h-0 grow overflow-y-auto px-4 py-3">
    <div class="mx-auto flex max-w-5xl flex-col gap-4">
      <h2 class="text-lg font-semibold">One placement for all looks</h2>
      <p v-if="!looks.several">There is one look. Make others under Looks, and find one placement for them here.</p>
      <template v-else>
        <div class="flex flex-wrap items-end gap-3">
          <SelectField
            label="A look may have moved for itself"
            :value="`${placing.mostMoved}`"
            :options="MOVED"
            test-name="most-moved"
            wide
            @choose="most => (placing.mostMoved = Number(most))"
          />
          <p v-if="looks.isSetting" role="status" class="text-soft">Working out the powers of the new looks…</p>
          <button
            v-else-if="placing.busy !== 'placement'"
            class="press-main"
            data-test="find-placement"
            @click="placing.askPlacement()"
          >
            {{ placing.found?.isFinal ? 'Look again' : 'Find one placement' }}
          </button>
          <WorkingLine v-else :value="placing.share" words="Looking for one placement" @stop="placing.stop()" />
        </div>
        <p v-if="placing.failure?.kind === 'placement'" role="alert">{{ placing.failure.words }}</p>
        <p v-if="placing.taken === 'placement' && !placing.found" role="status" data-test="placed">
          Placed so, powers and apertures of every look with it. Undo takes it back.
        </p>
        <p v-else-if="!placing.found && placing.busy !== 'placement'" class="text-soft">
          Lights, subject and camera are placed once, so that every look comes with powers, switches and gels alone.
          Where that cannot be, it says which look pays for it and why.
        </p>
        <div v-if="placing.shown" class="flex flex-col gap-4 lg:flex-row">
          <div class="flex flex-col gap-2 lg:w-96 lg:shrink-0">
            <div class="h-64">
              <PlacementFront
                :points="points"
                :chosen-id="placing.shown.id"
                :label="`Minutes between looks against stops missed. ${chartWords}.`"
                @choose="id => (placing.chosenId = id)"
              />
            </div>
            <ol class="flex flex-col" aria-label="Placements to choose from" data-test="placements">
              <li v-for="placed in front" :key="placed.id">
                <button
                  class="w-full rounded-sm border px-2 py-1 text-left"
                  :class="placed.id === placing.shown.id ? 'border-accent' : 'border-transparent hover:border-rule'"
                  :aria-pressed="placed.id === placing.shown.id"
                  @click="placing.chosenId = placed.id"
                >
                  {{ placementWords(placed) }}
                </button>
              </li>
            </ol>
            <p v-if="!placing.found?.isFinal" class="text-sm text-soft">
              So far, worked out with few rays; the last answers are checked with all of them.
            </p>
          </div>
          <PlacementAnswer class="min-w-0 grow" :placed="placing.shown" />
        </div>
      </template>
    </div>
  </div>
</template>
