<script setup lang="ts">
import { computed, reactive } from 'vue'
import WalkChart from '~/features/metering/walk/WalkChart.vue'
import DistanceField from '~/shared/DistanceField.vue'
import { useUnits } from '~/shared/useUnits'
import { usePlacing } from '~/stores/placing'
import { useStudio } from '~/stores/studio'
import WorkingLine from '~/ui/WorkingLine.vue'
import { headHeightM } from '#core/model/headHeight'
import { capital } from '#wording/language'
import { changeWords } from '#wording/changes'
import { METRES_PER_FOOT } from '#wording/notation/distance'
import { flatterWords, walkRangeWords, walkWords } from '#wording/walks'

/** How the light on a face changes on its way, in every look, and what would flatten it. */
const studio = useStudio()
const placing = usePlacing()
const { distance, unit } = useUnits()

const subject = computed(() => studio.document.subjects[0]!)
const from = reactive({ xM: subject.value.place.xM - 1, yM: subject.value.place.yM })
const to = reactive({ xM: subject.value.place.xM + 1, yM: subject.value.place.yM })
const ENDS = [
  { name: 'From', end: from },
  { name: 'To', end: to },
]

const walk = () => {
  const heightM = headHeightM(subject.value)
  void placing.askWalks({ from: [from.xM, from.yM, heightM], to: [to.xM, to.yM, heightM] })
}
const isBusy = computed(() => placing.busy === 'walks' || placing.busy === 'flatter')
const nameOf = (id: string) => studio.stored.looks.find(look => look.id === id)?.name ?? id
const shown = computed(() => (placing.walks ?? []).find(({ lookId }) => lookId === studio.look.id))
const others = computed(() => (placing.walks ?? []).filter(({ lookId }) => lookId !== studio.look.id))
const lines = computed(() =>
  (placing.walks ?? []).map(({ lookId, points }) => ({
    name: nameOf(lookId),
    isPresent: lookId === studio.look.id,
    points: points.map(
      ({ alongM, stops }) => [unit.value === 'metric' ? alongM : alongM / METRES_PER_FOOT, stops] as const,
    ),
  })),
)
const ways = computed(() =>
  (placing.flatter ?? []).map(found => ({
    found,
    does: capital(changeWords(studio.stored, found.change, distance)),
    comes: flatterWords(found, studio.stored.looks.length),
  })),
)
</script>

<template>
  <section aria-label="Walk line">
    <h2 class="text-lg font-semibold">Walk line</h2>
    <p class="text-sm text-soft">
      How the light on a face changes on its way, dome toward the camera, with nobody on the mark.
    </p>
    <div class="mt-2 flex flex-wrap items-end gap-3">
      <fieldset v-for="{ name, end } in ENDS" :key="name" class="flex gap-2">
        <legend class="text-sm">
          {{ name }}
        </legend>
        <DistanceField label="Across" :value="end.xM" @change="metres => (end.xM = metres)" />
        <DistanceField label="From backdrop" :value="end.yM" @change="metres => (end.yM = metres)" />
      </fieldset>
      <WorkingLine
        v-if="isBusy"
        :value="placing.share"
        :words="placing.busy === 'walks' ? 'Walking it in every look' : 'Trying other placements'"
        @stop="placing.stop()"
      />
      <button v-else class="press-main" data-test="walk" @click="walk">Walk it</button>
    </div>
    <p v-if="placing.failure?.kind === 'walks' || placing.failure?.kind === 'flatter'" role="alert">
      {{ placing.failure.words }}
    </p>
    <template v-if="shown">
      <p class="mt-3" data-test="walk-words">
        <strong class="text-3xl">{{ walkRangeWords(shown) }}</strong> along the way; {{ walkWords(shown, distance) }}
      </p>
      <ul v-if="others.length > 0" class="mt-1" data-test="walk-looks">
        <li v-for="one in others" :key="one.lookId" class="flex max-w-md justify-between border-t border-rule py-0.5">
          {{ nameOf(one.lookId) }} <span class="figure">{{ walkRangeWords(one) }}</span>
        </li>
      </ul>
      <div class="mt-2 h-64">
        <WalkChart
          :lines="lines"
          :unit="unit === 'metric' ? 'metres' : 'feet'"
          label="Stops over the camera setting along the walk"
        />
      </div>
      <button v-if="!placing.flatter && !isBusy" class="press mt-2" data-test="flatten" @click="placing.askFlatter()">
        What would flatten it
      </button>
      <p v-if="placing.flatter && ways.length === 0" class="mt-2" data-test="flatter">
        Nothing that was tried takes off a tenth of a stop: lights further away, higher, or a second one opposite the
        key.
      </p>
      <ul v-else-if="placing.flatter" class="mt-2" data-test="flatter">
        <li
          v-for="way in ways"
          :key="way.does"
          class="flex items-center justify-between gap-3 border-t border-rule py-1"
        >
          <span>{{ way.does }}: {{ way.comes }}</span>
          <button class="press shrink-0" :aria-label="`Do it: ${way.does}`" @click="placing.acceptFlatter(way.found)">
            Do it
          </button>
        </li>
      </ul>
    </template>
    <p v-else-if="placing.taken === 'flatter'" role="status" class="mt-3">
      Done, powers of every look with it. Undo takes it back; walk it again to see it.
    </p>
  </section>
</template>
